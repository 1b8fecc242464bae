import { Link, useNavigate, useSearch } from '@tanstack/react-router';
import type { Schema } from '@/api/client';
import { useLibrary, useStudio } from '@/api/queries';
import { Waiting } from '@/ui/Notice';
import { type Book, bookOf, type Chapter, chapters, type Key, keyOf } from './book';
import { Entry } from './Entry';
import { finds } from './searchWords';

/** Everything the product knows: search it, read it, follow it from one thing to the next. */
export function LibraryScreen() {
  const library = useLibrary();
  const studio = useStudio();
  if (!library.data || !studio.data) return <Waiting what="the library" error={library.error ?? studio.error} />;
  return <Shelves library={library.data} studio={studio.data} />;
}

function Shelves({ library, studio }: { library: Schema['LibraryView']; studio: Schema['StudioView'] }) {
  const { open, q = '' } = useSearch({ from: '/library' });
  const navigate = useNavigate({ from: '/library' });
  const book = bookOf(library, studio);
  const found = search(book, q);
  // On a narrow screen the shelves and what is read from them take turns.
  const beside = matchMedia('(min-width: 1024px)').matches;
  const key = (open as Key | undefined) ?? keyOf('fault', 'knee-in');
  return (
    <div className="mx-auto grid max-w-[1240px] gap-x-8 gap-y-5 px-4 py-5 sm:px-8 sm:py-7 lg:h-full lg:grid-cols-[300px_minmax(0,1fr)] lg:grid-rows-[auto_minmax(0,1fr)] lg:overflow-hidden">
      {open && (
        <Link
          to="/library"
          search={(s) => ({ ...s, open: undefined })}
          className="inline-flex min-h-11 items-center gap-2 justify-self-start font-semibold underline underline-offset-4 lg:hidden"
        >
          <span aria-hidden="true">←</span> {q.trim() ? `All that says “${q.trim()}”` : 'All of the library'}
        </Link>
      )}
      <div className={`lg:col-span-2 ${open ? 'max-lg:sr-only' : ''}`}>
        <Link to="/ladders" className="inline-flex min-h-11 items-center font-semibold underline underline-offset-4 sm:hidden">
          The ladders
        </Link>
        <h1 className="say text-shout sm:text-large">What do you want to know?</h1>
        <input
          type="search"
          aria-label="Search the library"
          value={q}
          placeholder="heel, pelvis, cue with a band, why hold…"
          onChange={(e) => void navigate({ search: (s) => ({ ...s, q: e.target.value || undefined }), replace: true })}
          className="mt-2 h-13 w-full max-w-[620px] rounded-[12px] border border-edge bg-paper px-4 text-lead"
        />
      </div>
      <nav aria-label="Library" className={`grid content-start gap-1 overflow-y-auto lg:pr-2 ${open ? 'max-lg:hidden' : ''}`}>
        {chapters.map((chapter) => (
          <Shelf
            key={chapter.id}
            chapter={chapter}
            entries={found.filter((e) => e.key.startsWith(`${chapter.id}:`))}
            at={open || beside ? key : null}
            searching={q.trim() !== ''}
          />
        ))}
        {found.length === 0 && <p className="py-4 text-soft">Nothing here says “{q}”. Try a shorter word.</p>}
      </nav>
      <div className={`min-w-0 lg:overflow-y-auto ${open ? '' : 'max-lg:hidden'}`}>
        <Entry key={key} at={key} arrive={open !== undefined} library={library} studio={studio} book={book} />
      </div>
    </div>
  );
}

function Shelf({ chapter, entries, at, searching }: { chapter: Chapter; entries: Book; at: Key | null; searching: boolean }) {
  if (entries.length === 0) return null;
  return (
    <details className="group" open={searching || at?.startsWith(`${chapter.id}:`)}>
      <summary className="flex min-h-11 cursor-pointer items-baseline justify-between gap-3 pt-2">
        <span className="say text-head">{chapter.name}</span>
        <span className="text-small text-soft">{entries.length}</span>
      </summary>
      <ul>
        {entries.map((entry) => (
          <li key={entry.key}>
            <Link
              to="/library"
              search={(s) => ({ ...s, open: entry.key })}
              aria-current={entry.key === at ? 'page' : undefined}
              className="flex min-h-11 items-center justify-between gap-2 rounded-lg px-2.5 text-body hover:bg-paper aria-[current=page]:bg-paper aria-[current=page]:font-semibold"
            >
              <span>{entry.name}</span>
              {entry.count > 0 && <span className="text-small text-soft">{entry.count}×</span>}
            </Link>
          </li>
        ))}
      </ul>
    </details>
  );
}

const search = (book: Book, text: string): Book => (text.trim() === '' ? book : book.filter((e) => finds(e.text, text)));
