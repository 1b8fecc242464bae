import { useState } from 'react';
import type { Schema } from '@/api/client';
import { Choice } from '@/ui/Choice';
import { ScoreRow } from '@/ui/ScoreRow';

type SitePain = Schema['SitePainDto'];
type Site = NonNullable<Schema['PainSite']>;
type Face = 'front' | 'back';
type Spot = { leg: Schema['BodySide']; site: Site; face: Face; x: number; y: number };

export const siteWord: Record<Site, string> = {
  kneeInside: 'inside of the knee',
  kneeOutside: 'outside of the knee',
  kneeFront: 'front of the knee',
  belowKneecap: 'below the kneecap',
  hipFront: 'front of the hip',
  back: 'low back',
  kneeBack: 'back of the knee',
  hipSide: 'side of the hip',
  groin: 'groin',
  buttock: 'glute',
  hamstring: 'hamstring',
  shin: 'shin',
  calf: 'calf',
  achilles: 'Achilles tendon',
  ankle: 'ankle',
  foot: 'foot',
};

// As the pictures show it: from the front the client's left leg stands at the right, from behind at the left.
const spots: Spot[] = (['left', 'right'] as const).flatMap((leg) => {
  const front = leg === 'left' ? 1 : -1;
  const place = (side: number) => ({ side, x: 60 + side * 17 });
  return [...inFront(leg, place(front)), ...behind(leg, place(-front))];
});

type Place = { side: number; x: number };

function inFront(leg: Spot['leg'], { side, x }: Place) {
  return [
    { leg, face: 'front', site: 'hipFront', x: x + side * 1, y: 50 },
    { leg, face: 'front', site: 'groin', x: x - side * 10, y: 64 },
    { leg, face: 'front', site: 'kneeFront', x, y: 106 },
    { leg, face: 'front', site: 'kneeOutside', x: x + side * 11, y: 118 },
    { leg, face: 'front', site: 'kneeInside', x: x - side * 10, y: 118 },
    { leg, face: 'front', site: 'belowKneecap', x, y: 130 },
    { leg, face: 'front', site: 'shin', x, y: 150 },
    { leg, face: 'front', site: 'ankle', x: x + side * 1, y: 171 },
    { leg, face: 'front', site: 'foot', x: x + side * 6, y: 186 },
  ] satisfies Spot[];
}

function behind(leg: Spot['leg'], { side, x }: Place) {
  return [
    { leg, face: 'back', site: 'back', x: 60 + side * 8, y: 30 },
    { leg, face: 'back', site: 'hipSide', x: x + side * 9, y: 50 },
    { leg, face: 'back', site: 'buttock', x: x - side * 5, y: 60 },
    { leg, face: 'back', site: 'hamstring', x, y: 88 },
    { leg, face: 'back', site: 'kneeBack', x, y: 114 },
    { leg, face: 'back', site: 'calf', x, y: 142 },
    { leg, face: 'back', site: 'achilles', x: x + side * 1, y: 168 },
  ] satisfies Spot[];
}

const FACES = [
  { face: 'front', from: 'from the front' },
  { face: 'back', from: 'from behind' },
] as const;

/** Where it hurts, on a small body: tap a place, say how much and what the leg does then. */
export function PainMap({ pains, onChange }: { pains: SitePain[]; onChange: (pains: SitePain[]) => void }) {
  const [chosen, setChosen] = useState<Spot | null>(null);
  const [role, setRole] = useState<Schema['LegRole']>('front');
  const of = (spot: Spot) => pains.filter((p) => p.leg === spot.leg && p.site === spot.site);
  const current = chosen && pains.find((p) => p.leg === chosen.leg && p.site === chosen.site && p.role === role);
  const others = (spot: Spot) => pains.filter((p) => !(p.leg === spot.leg && p.site === spot.site && p.role === role));
  return (
    // Small for a mouse, as large as a finger needs it for a hand; beside each other where there is room.
    <div className="flex flex-wrap gap-x-2 gap-y-3">
      {FACES.map(({ face, from }) => (
        <svg
          key={face}
          viewBox="14 0 92 208"
          className="w-[172px] max-w-full shrink-0 pointer-coarse:w-[270px]"
          role="group"
          aria-label={`Where it hurts, ${from}`}
        >
          <g fill="none" stroke="var(--edge)" strokeWidth="0.9" strokeLinejoin="round" strokeLinecap="round">
            <path
              d="M42 4c-3 14-1 22-4 32-3 9-4 16-2 26 2 14 3 28 2 44 0 8-2 14-1 24 1 16 4 30 4 44l-5 14h16l2-14c0-16 2-30 1-44-1-10 0-16 1-24 1-14 2-26 4-38 2 12 3 24 4 38 1 8 2 14 1 24-1 14 1 28 1 44l2 14h16l-5-14c0-14 3-28 4-44 1-10-1-16-1-24-1-16 0-30 2-44 2-10 1-17-2-26-3-10-1-18-4-32"
              fill="var(--ground)"
            />
            {face === 'front' ? (
              <path d="M37 112q6 8 13 0M70 112q7 8 13 0M38 50q10 14 20 18M82 50q-10 14-20 18" strokeWidth="0.6" />
            ) : (
              <path d="M60 4V38M40 66q9 8 18 1M80 66q-9 8-18 1M38 114q6 3 12 0M70 114q6 3 12 0" strokeWidth="0.6" />
            )}
          </g>
          <text x="20" y="16" className="figure" fontSize="9" fill="var(--ink-soft)">
            {face === 'front' ? 'R' : 'L'}
          </text>
          <text x="94" y="16" className="figure" fontSize="9" fill="var(--ink-soft)">
            {face === 'front' ? 'L' : 'R'}
          </text>
          <text x="60" y="206" textAnchor="middle" fontSize="9.2" fill="var(--ink-soft)">
            {from}
          </text>
          {spots
            .filter((spot) => spot.face === face)
            .map((spot) => {
              const worst = Math.max(0, ...of(spot).map((p) => p.score));
              const on = chosen?.leg === spot.leg && chosen.site === spot.site;
              return (
                <g
                  key={`${spot.leg}-${spot.site}`}
                  role="button"
                  tabIndex={0}
                  aria-pressed={on}
                  aria-label={`${spot.leg} ${siteWord[spot.site]}${worst ? `, pain ${worst}` : ''}`}
                  onClick={() => setChosen(spot)}
                  onKeyDown={(e) => {
                    if (e.key !== 'Enter' && e.key !== ' ') return;
                    e.preventDefault();
                    setChosen(spot);
                  }}
                >
                  <circle cx={spot.x} cy={spot.y} r="7.8" fill="transparent" />
                  <circle
                    cx={spot.x}
                    cy={spot.y}
                    r={worst ? 5 : 3}
                    fill={worst ? 'var(--brick)' : 'var(--paper)'}
                    stroke={on ? 'var(--ink)' : worst ? 'var(--brick)' : 'var(--edge)'}
                    strokeWidth={on ? 1.8 : 0.9}
                  />
                  {worst > 0 && (
                    <text
                      x={spot.x}
                      y={spot.y + 3}
                      textAnchor="middle"
                      fontSize="8.500"
                      fontWeight="700"
                      fill="var(--paper)"
                      pointerEvents="none"
                    >
                      {worst}
                    </text>
                  )}
                </g>
              );
            })}
        </svg>
      ))}
      <div className="grid min-w-[min(100%,15em)] flex-1 content-start gap-3">
        {chosen ? (
          <>
            <p className="say text-head">
              {chosen.leg === 'left' ? 'Left' : 'Right'}: {siteWord[chosen.site]}
            </p>
            <Choice
              label="Where the leg is when it hurts"
              value={role}
              options={[
                { value: 'front', text: 'When in front' },
                { value: 'rear', text: 'When behind' },
              ]}
              onPick={setRole}
            />
            <ScoreRow
              label="How much"
              value={current?.score ?? 0}
              onPick={(score) =>
                onChange(
                  score === 0
                    ? others(chosen)
                    : [...others(chosen), { leg: chosen.leg, site: chosen.site, role, score, kind: current?.kind ?? null }],
                )
              }
            />
            {current && (
              <Choice
                label="What kind of pain"
                value={current.kind ?? null}
                options={[
                  { value: 'jointOrTendon', text: 'Joint or tendon' },
                  { value: 'muscle', text: 'Muscle' },
                ]}
                onPick={(kind) => onChange([...others(chosen), { ...current, kind }])}
              />
            )}
          </>
        ) : (
          <p className="text-soft">
            {pains.length === 0 ? 'Nothing marked. Tap a place that hurts.' : 'Tap a place to change it.'}
          </p>
        )}
        <ul className="grid gap-1 text-body">
          {pains.map((p) => (
            <li key={`${p.leg}${p.role}${p.site}`}>
              <span className="font-semibold">{p.score}</span> {p.leg} {siteWord[p.site as Site]},{' '}
              {p.role === 'front' ? 'in front' : 'behind'}
              {p.kind == null ? ', kind not asked' : p.kind === 'muscle' ? ', muscle' : ''}
            </li>
          ))}
        </ul>
      </div>
    </div>
  );
}
