/** What a practitioner may type, and what the library calls it. The terms on the left are found and never shown. */
const means: Record<string, string> = {
  valgus: 'knee falls in',
  caving: 'knee falls in',
  cave: 'knee falls in',
  knock: 'knee falls in',
  varus: 'knee falls out',
  bow: 'knee falls out',
  trendelenburg: 'pelvis drops',
  asymmetry: 'left and right differ',
  imbalance: 'left and right differ',
  pronation: 'inner ankle sinks',
  overpronation: 'inner ankle sinks',
  supination: 'rolls to its outer edge',
  lordosis: 'arched',
  extension: 'arched',
  flexion: 'rounding',
  butt: 'glute',
  buttock: 'glute',
  quad: 'front thigh',
  adductor: 'inner thigh',
  hamstring: 'back of the front thigh',
  tempo: 'slow',
  eccentric: 'slow',
  bulgarian: 'rear-foot-elevated',
  rfess: 'rear-foot-elevated',
  ffess: 'front-foot-elevated',
  static: 'split squat',
  transverse: 'rotational',
  rotating: 'rotational',
  crossing: 'curtsy',
  curtsey: 'curtsy',
  side: 'lateral',
  sideways: 'lateral',
  pistol: 'single-leg',
  rdl: 'hip bend',
  lead: 'front',
  trail: 'rear',
  goblet: 'at the chest',
  rpe: 'effort',
  rir: 'effort',
  regression: 'easier',
  progression: 'rung',
  tibia: 'shin',
  dorsiflexion: 'ankle',
  breathing: 'breath',
  bounce: 'bounces',
  balance: 'balance',
  wobble: 'balance',
  shaky: 'balance',
  school: 'style',
};

const phrases: [RegExp, string][] = [
  [/\bknees?\s+(past|over|beyond)\s+(the\s+)?toes?\b/g, 'knee-forward'],
  [/\bknees?\s+(caving|cave|caves|in|inward)\b/g, 'knee falls in'],
  [/\bstatic\s+lunge\b/g, 'split squat'],
  [/\bside\s+lunge\b/g, 'lateral'],
  [/\bback\s+(foot|leg|knee)\b/g, 'rear $1'],
  [/\bhip\s+drop\b/g, 'pelvis drops'],
  [/\bbutt\s+wink\b/g, 'rounding'],
];

const flat = (text: string) =>
  text
    .toLowerCase()
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/[’']/g, '');

/** A word without its plural or its -ing, so that both are found. */
function stem(word: string): string {
  if (word.length > 4 && word.endsWith('ies')) return `${word.slice(0, -3)}y`;
  if (word.length > 5 && word.endsWith('ing')) return word.slice(0, -3);
  if (word.length > 4 && /(s|x|ch|sh)es$/.test(word)) return word.slice(0, -2);
  if (word.length > 3 && word.endsWith('s') && !word.endsWith('ss')) return word.slice(0, -1);
  return word;
}

/** Every word of a search must stand somewhere in a text: as typed, in its stem, or as what the library calls it. */
export function finds(text: string, search: string): boolean {
  const hay = flat(text);
  let typed = flat(search);
  for (const [phrase, meant] of phrases)
    typed = typed.replace(phrase, (found, ...groups) => meant.replace('$1', String(groups[0] ?? found)));
  return typed
    .split(/\s+/)
    .filter(Boolean)
    .every((word) => {
      const said = means[word] ?? means[stem(word)];
      return hay.includes(word) || hay.includes(stem(word)) || (said !== undefined && hay.includes(said));
    });
}
