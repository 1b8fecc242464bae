import { useQuery } from '@tanstack/react-query';
import type { Schema } from '@/api/client';
import { editsQuery } from '@/api/options';
import { day } from '@/words/dates';

type Edit = Schema['EditView'];
const band = (kept: string) => {
  const [low, high] = kept.split('..').map((e) => e.replace('-', '−'));
  return low && high ? `${low} to ${high}` : low ? `${low} or more` : `${high} or less`;
};

/** What was set, in words; nothing set means as it usually is. */
const words = (edit: Edit, text: string | null) =>
  text === null
    ? 'the usual'
    : edit.kind === 'band'
      ? band(text)
      : text === ''
        ? 'retired'
        : edit.kind === 'cue'
          ? `“${text}”`
          : text;

/** How something that can be set came to be as it is, the newest first. */
export function Edits({ kind, subjects, names }: { kind: string; subjects: string[]; names?: Record<string, string> }) {
  const edits = useQuery(editsQuery(kind, subjects));
  const mine = (edits.data ?? []).filter((e) => subjects.includes(e.subject));
  if (mine.length === 0) return null;
  return (
    <section data-edits={kind}>
      <h3 className="mb-1.5 font-semibold">What was changed here</h3>
      <ol>
        {mine.map((e) => (
          <li
            key={`${e.at}${e.subject}`}
            className="grid grid-cols-[64px_minmax(0,1fr)] gap-x-3 border-t border-hair py-1.5 text-body"
          >
            <span className="text-soft">{day(e.at)}</span>
            <span>
              {names?.[e.subject] && <span className="font-semibold">{names[e.subject]}: </span>}
              {words(e, e.before)} became {words(e, e.after)}, for {e.for}, by {e.coach}.
            </span>
          </li>
        ))}
      </ol>
      <p className="mt-1.5 text-small text-soft">What was kept before a change stays as it was judged and said.</p>
    </section>
  );
}
