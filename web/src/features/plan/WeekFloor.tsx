import type { Schema } from '@/api/client';
import { between, plus, SHORT_DAYS } from './days';

type Visit = Schema['StudioVisitView'];

/** From eight in the morning to eight in the evening across a day; earlier and later stand at its edges. */
const across = (time: string) => {
  const [h = 0, m = 0] = time.split(':').map(Number);
  return Math.min(1, Math.max(0, (h + m / 60 - 7) / 14));
};

const rank = (visit: Visit, client: string | null) => (visit.clientId === client ? 2 : visit.clashes ? 1 : 0);

/**
 * A week of the studio on the rubber floor: a chalk stroke a visit where it stands in its day. Done is full, to come is dotted, missed leans.
 * Only who is open and who clashes is named.
 */
export function WeekFloor({
  visits,
  first,
  today,
  client = null,
  picked = null,
  open,
  onPick,
}: {
  visits: Visit[];
  first: string;
  today: string;
  client?: string | null;
  picked?: string | null;
  /** While a visit is in the hand: which days it can go to. */
  open?: ((day: string) => boolean) | undefined;
  onPick?: (day: string) => void;
}) {
  return (
    <ol className="grid grid-cols-7 gap-x-1.5 max-[380px]:-mx-3 max-[380px]:gap-x-0 sm:gap-x-2 xl:gap-x-4">
      {SHORT_DAYS.map((_, i) => {
        const day = plus(first, i);
        const its = visits.filter((v) => v.day === day).sort((a, b) => rank(a, client) - rank(b, client));
        return (
          <Day
            key={day}
            day={day}
            visits={its}
            today={today}
            client={client}
            picked={picked === day}
            {...(open ? { open: open(day) } : {})}
            {...(onPick ? { onPick } : {})}
          />
        );
      })}
    </ol>
  );
}

function Day({
  day,
  visits,
  today,
  client,
  picked,
  open,
  onPick,
}: {
  day: string;
  visits: Visit[];
  today: string;
  client: string | null;
  picked: boolean;
  open?: boolean;
  onPick?: (day: string) => void;
}) {
  const clash = visits.filter((v) => v.clashes);
  const named = client === null ? [] : visits.filter((v) => v.clientId === client);
  const Tag = onPick ? 'button' : 'div';
  return (
    <li className="min-w-0" data-day={day}>
      <Tag
        {...(onPick
          ? {
              type: 'button' as const,
              onClick: () => onPick(day),
              'aria-pressed': picked,
              // Still to be pressed: why it cannot go there is said then.
              ...(open === false ? { 'aria-disabled': true } : {}),
            }
          : {})}
        className={`block w-full rounded-lg px-1 pt-1 pb-1.5 text-left ${picked ? 'bg-white/10' : onPick ? 'hover:bg-white/5' : ''} ${
          open === undefined ? '' : open ? 'outline-2 -outline-offset-2 outline-dashed outline-[var(--tape)]' : 'opacity-45'
        }`}
      >
        <svg
          viewBox="0 0 140 62"
          className="block h-[62px] w-full overflow-visible"
          preserveAspectRatio="none"
          aria-hidden="true"
        >
          {visits.map((v) => {
            const x = 4 + across(v.time) * 132;
            const mine = v.clientId === client;
            const colour = mine ? 'var(--brass-light)' : v.clashes ? 'var(--lean)' : 'var(--chalk)';
            return (
              <line
                key={v.id}
                x1={x + (v.state === 'missed' ? 7 : 0)}
                x2={x - (v.state === 'missed' ? 7 : 0)}
                y1="12"
                y2="54"
                stroke={colour}
                strokeWidth={mine ? 6 : 4.5}
                strokeLinecap="round"
                strokeDasharray={v.state === 'done' ? undefined : v.state === 'missed' ? '1 7' : '1 6.5'}
                opacity={v.state === 'done' || mine || v.clashes ? 1 : 0.75}
                vectorEffect="non-scaling-stroke"
              />
            );
          })}
          <line
            x1="0"
            x2="140"
            y1="60"
            y2="60"
            stroke={day === today ? 'var(--tape)' : 'var(--steel-dark)'}
            strokeWidth={day === today ? 4 : 1.5}
            vectorEffect="non-scaling-stroke"
          />
        </svg>
        <p
          className={`mt-1 text-copy leading-tight font-semibold max-sm:text-center ${day === today ? 'text-[var(--tape)]' : 'text-[var(--chalk)]'}`}
        >
          <span className="max-sm:block max-sm:text-fine max-sm:font-normal">{dayName(day).split(' ')[0]}</span>{' '}
          {dayName(day).split(' ')[1]}
        </p>
        <p
          className={`text-fine leading-tight max-sm:hidden ${clash.length > 0 ? 'text-[var(--lean)]' : 'text-[var(--chalk-soft)]'}`}
        >
          {named.length > 0
            ? `${named[0]?.client.split(' ')[0]} ${named[0]?.time}`
            : clash.length > 0
              ? 'a clash'
              : visits.length > 0 && between(day, today) > 0
                ? overWords(visits)
                : visits.length === 0
                  ? 'nobody'
                  : `${visits.length} to come`}
        </p>
      </Tag>
    </li>
  );
}

/** What came of a day that is over. */
function overWords(visits: Visit[]) {
  const missed = visits.filter((v) => v.state === 'missed').length;
  const done = visits.filter((v) => v.state === 'done').length;
  return [...(done > 0 ? [`${done} done`] : []), ...(missed > 0 ? [`${missed} missed`] : [])].join(', ') || 'none done';
}

const dayName = (iso: string) => `${SHORT_DAYS[((between('2024-01-01', iso) % 7) + 7) % 7]} ${Number(iso.slice(8))}`;
