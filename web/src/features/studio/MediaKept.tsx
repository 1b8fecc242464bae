import { useQuery } from '@tanstack/react-query';
import { Link } from '@tanstack/react-router';
import { filmsQuery, picturesQuery } from '@/api/options';
import { fromView } from '@/pictures/still';
import { day, month } from '@/words/dates';

/** So many are named; the others are counted. */
const NAMED = 6;

const megabytes = (bytes: number) => `${Math.max(1, Math.round(bytes / 1e6))} MB`;

/** What lies on the disk of clients: pictures and films, and what goes when. */
export function MediaKept({ name }: { name: (exerciseId: string) => string }) {
  return (
    <>
      <PicturesKept />
      <FilmsKept name={name} />
    </>
  );
}

/** The pictures that are here: what room they take, and how many go in which month. */
function PicturesKept() {
  const pictures = useQuery(picturesQuery);
  if (!pictures.data) return null;
  const { count, bytes, over, going } = pictures.data;
  return (
    <section aria-label="Pictures kept" className="mt-6">
      <h2 className="say text-head">Pictures</h2>
      <p className="mt-0.5 text-small text-soft">
        {count === 0 ? (
          'None is here.'
        ) : (
          <>
            <b className="font-semibold text-ink">
              {count === 1 ? 'One picture' : `${count} pictures`}, {megabytes(bytes)}.
            </b>{' '}
            {going.length === 0 && over === 0
              ? 'They stay for ever, unless the setting above says otherwise.'
              : 'Points, readings and decisions stay when a picture goes.'}
          </>
        )}
      </p>
      {over > 0 && (
        <p role="alert" className="mt-2 rounded-[10px] border-l-4 border-brick bg-brick-wash px-3.5 py-2.5 text-small text-brick">
          {over === 1 ? 'One picture is' : `${over} pictures are`} older than that and {over === 1 ? 'goes' : 'go'} within a day.
          Set a longer time above to keep {over === 1 ? 'it' : 'them'}; backups from before still hold{' '}
          {over === 1 ? 'it' : 'them'}.
        </p>
      )}
      {going.length > 0 && (
        <ul className="mt-1.5 grid gap-1 text-small">
          {going.slice(0, NAMED).map((g) => (
            <li key={g.month} className="flex flex-wrap items-baseline gap-x-2 border-b border-hair py-1">
              <span className="inline-flex min-h-7 items-center font-semibold">{month(g.month)}</span>
              <span className="text-soft">
                {g.count === 1 ? 'one picture goes' : `${g.count} pictures go`}, of{' '}
                {g.clients === 1 ? 'one client' : `${g.clients} clients`}
              </span>
              <span className="ml-auto tabular-nums">the first are here until {day(g.first)}</span>
            </li>
          ))}
          {going.length > NAMED && <li className="text-soft">and so on, month by month</li>}
        </ul>
      )}
    </section>
  );
}

/** The films of clips that are here: what room they take, and which go first and when. */
function FilmsKept({ name }: { name: (exerciseId: string) => string }) {
  const films = useQuery(filmsQuery);
  if (!films.data) return null;
  const { bytes, films: all } = films.data;
  const going = all.filter((f) => f.lastDay !== null);
  return (
    <section aria-label="Films kept" className="mt-6">
      <h2 className="say text-head">Films of clips</h2>
      {all.length === 0 ? (
        <p className="mt-0.5 text-small text-soft">
          None is here. Film three repetitions on a check and it can be seen moving; how long films stay is a setting above.
        </p>
      ) : (
        <>
          <p className="mt-0.5 text-small text-soft">
            <b className="font-semibold text-ink">
              {all.length === 1 ? 'One film' : `${all.length} films`}, {megabytes(bytes)}.
            </b>{' '}
            Points, pictures and numbers stay when a film goes.
          </p>
          {going.length > 0 && (
            <ul className="mt-1.5 grid gap-1 text-small">
              {going.slice(0, NAMED).map((f) => (
                <li key={f.clipId} className="flex flex-wrap items-baseline gap-x-2 border-b border-hair py-1">
                  <Link
                    to="/clients/$clientId"
                    params={{ clientId: f.clientId }}
                    className="inline-flex min-h-7 items-center font-semibold pointer-coarse:min-h-11"
                  >
                    {f.client}
                  </Link>
                  <span className="text-soft">
                    {name(f.exerciseId)}, {fromView[f.view]}, {megabytes(f.bytes)}
                  </span>
                  <span className="ml-auto tabular-nums">here until {day(f.lastDay ?? f.came)}</span>
                </li>
              ))}
              {going.length > NAMED && <li className="text-soft">and {going.length - NAMED} more after these</li>}
            </ul>
          )}
        </>
      )}
    </section>
  );
}
