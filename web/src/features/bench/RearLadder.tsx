import { useMutation } from '@tanstack/react-query';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { refresh, refreshBody } from '@/api/queries';
import { Choice } from '@/ui/Choice';
import { Trouble } from '@/ui/Notice';

const contacts: { value: Schema['RearFootRule']; text: string }[] = [
  { value: 'ball', text: 'Ball' },
  { value: 'instep', text: 'Roll' },
  { value: 'slopedInstep', text: 'Slope' },
  { value: 'flatInstep', text: 'Flat top' },
];

/** How the rear foot meets its surface, and whether the hips go back as well: a marked choice of this client's. */
export function RearFootChoice({
  clientId,
  rearFoot,
  hipDominant,
  onRearFoot,
  onHips,
}: {
  clientId: string;
  rearFoot: Schema['RearFootRule'];
  hipDominant: boolean;
  onRearFoot: (rule: Schema['RearFootRule']) => void;
  onHips: (hipDominant: boolean) => void;
}) {
  const mark = useMutation({
    mutationFn: async (back: boolean) => {
      const versions = await take(api.GET('/api/settings', { params: { query: { client: clientId } } }));
      await take(
        api.PUT('/api/settings', {
          body: {
            operationId: uuid(),
            version: versions.clientVersion ?? 0,
            level: 'client',
            key: clientId,
            settingId: 'rear-path',
            optionId: back ? 'back' : 'down',
          },
        }),
      );
    },
    onSuccess: async (_, back) => {
      onHips(back);
      await Promise.all([refreshBody(clientId), refresh('settings')]);
    },
  });
  return (
    <div className="grid gap-2.5">
      <div>
        <p className="mb-1 text-fine text-soft">Rear foot on its ball, or its instep over</p>
        <Choice label="Rear foot on its ball, or its instep over" value={rearFoot} options={contacts} onPick={onRearFoot} />
      </div>
      <div>
        <Choice
          label="The hips go"
          value={hipDominant ? 'back' : 'down'}
          options={[
            { value: 'down', text: 'Hips up and down' },
            { value: 'back', text: 'Back as well' },
          ]}
          onPick={(way) => mark.mutate(way === 'back')}
        />
        {hipDominant && (
          <p className="mt-1 text-small text-soft">Marked hip-dominant: the hips’ path is recorded and not judged.</p>
        )}
        <Trouble error={mark.error} />
      </div>
    </div>
  );
}

const W = 318;
const FLOOR = 150;
const TOP = 12;

/**
 * The client's own shin beside what can stand under the rear foot: as high as the leg follows it is solid ground, above it
 * hatched. The studio's heights are steps on one side, the body's marks on the other.
 */
export function RearLadder({
  surface,
  nowCm,
  ankleCm,
  onPick,
}: {
  surface: Schema['RearSurfaceView'];
  nowCm: number;
  ankleCm: number;
  onPick: (cm: number) => void;
}) {
  // The scale is of what matters here: a low surface is not drawn beside a whole shin.
  const most = Math.max(12, surface.highestCm * 1.45, Math.min(nowCm, 50) * 1.1);
  const y = (cm: number) => FLOOR - ((FLOOR - TOP) * Math.min(cm, most)) / most;
  const fitting = surface.heights.filter((h) => h.fits);
  const over = surface.heights.filter((h) => !h.fits);
  // The few that matter: the highest that follow, and the first that do not.
  const near = [...fitting.slice(-3), ...over.slice(0, 2)];
  const kneeCm = 2 * surface.midShinCm - ankleCm;
  const comfort = surface.comfortableCm < surface.highestCm - 0.5;
  return (
    <section aria-label="How high the rear foot may go" data-rear-surface>
      <p className={`say text-head ${surface.tooHigh ? 'text-brick' : ''}`}>{surface.sentence}</p>
      <svg viewBox={`0 0 ${W} ${FLOOR + 8}`} className="mt-1.5 w-full" role="img" aria-label={surface.sentence}>
        <defs>
          <pattern id="too-high" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0V6" stroke="var(--brick)" strokeWidth="1.6" opacity=".55" />
          </pattern>
        </defs>
        <rect x="96" y={y(most)} width="96" height={y(surface.highestCm) - y(most)} fill="url(#too-high)" />
        <rect x="96" y={y(surface.highestCm)} width="96" height={FLOOR - y(surface.highestCm)} fill="var(--hair)" />
        {comfort && (
          <rect
            x="96"
            y={y(surface.comfortableCm)}
            width="96"
            height={FLOOR - y(surface.comfortableCm)}
            fill="var(--pine)"
            opacity=".3"
          />
        )}
        <path d={`M8 ${FLOOR}H${W - 8}`} stroke="var(--ink)" strokeWidth="2.5" />
        {/* The front shin: ankle to knee, with its middle marked. */}
        <path
          d={`M44 ${FLOOR}V${kneeCm > most ? -20 : y(kneeCm)}`}
          stroke="var(--slate)"
          strokeWidth="13"
          strokeLinecap="round"
          opacity=".9"
        />
        <path d={`M38 ${FLOOR - 4}h26`} stroke="var(--slate)" strokeWidth="8" strokeLinecap="round" />
        <path
          d={surface.midShinCm < most ? `M28 ${y(surface.midShinCm)}H200` : ''}
          stroke="var(--steel)"
          strokeDasharray="3 4"
          strokeWidth="1.5"
        />
        {near.map((h) => (
          <path
            key={h.cm}
            d={`M${h.fits ? 104 : 110} ${y(h.cm)}H${h.fits ? 184 : 178}`}
            stroke={h.fits ? 'var(--pine)' : 'var(--brick)'}
            strokeWidth="4"
            strokeLinecap="round"
          />
        ))}
        <path d={`M90 ${y(nowCm)}h108`} stroke="var(--ink)" strokeWidth="2.5" />
        <circle cx="90" cy={y(nowCm)} r="5" fill="var(--ink)" />
        <Marks
          marks={[
            { cm: surface.highestCm, text: `${surface.highestText} at most` },
            ...(comfort ? [{ cm: surface.comfortableCm, text: `${surface.comfortableText} comfortable` }] : []),
            ...(Math.abs(surface.midShinCm - surface.highestCm) > 1 && surface.midShinCm < most
              ? [{ cm: surface.midShinCm, text: `${surface.midShinText} mid-shin` }]
              : []),
          ]}
          y={y}
        />
      </svg>
      {near.length > 0 && (
        <div className="mt-1.5 flex flex-wrap gap-1.5">
          {near.map((h) => (
            <button
              key={h.cm}
              type="button"
              aria-pressed={Math.abs(h.cm - nowCm) < 0.3}
              title={`${h.parts}${h.note ? `, ${h.note}` : ''}`}
              onClick={() => onPick(h.cm)}
              className={`min-h-11 rounded-[10px] border px-3 text-copy font-semibold ${
                Math.abs(h.cm - nowCm) < 0.3
                  ? 'border-ink bg-spine text-spine-ink'
                  : h.fits
                    ? 'border-edge bg-paper hover:bg-ground'
                    : 'border-brick/50 text-brick hover:bg-ground'
              }`}
            >
              {h.text}
              {!h.fits && <span className="font-normal"> too high</span>}
            </button>
          ))}
        </div>
      )}
      <p className="mt-1 text-fine text-soft">
        At most so high, an estimate from leg lengths and ranges{surface.estimated ? ', partly assumed' : ''}. A back that arches
        asks for less.
      </p>
    </section>
  );
}

function Marks({ marks, y }: { marks: { cm: number; text: string }[]; y: (cm: number) => number }) {
  // Texts keep a line's height from each other, from the top down.
  let last = -20;
  return marks
    .slice()
    .sort((a, b) => b.cm - a.cm)
    .map((m) => {
      const at = Math.max(last + 17, Math.min(y(m.cm) + 4, FLOOR + 2));
      last = at;
      return (
        <g key={m.text}>
          <path d={`M192 ${y(m.cm)}L206 ${at - 4}`} stroke="var(--ink)" strokeWidth="1" />
          <text x="209" y={at} fontSize="13" fill="var(--ink)">
            {m.text}
          </text>
        </g>
      );
    });
}
