import { Link, Outlet, useLocation, useMatches, useMatchRoute, useNavigate } from '@tanstack/react-router';
import { useEffect, useState } from 'react';
import { useStudio } from '@/api/queries';
import { useFocus } from '@/device/focus';
import { useShortcuts } from '@/device/keys';
import { closeClient, useOpenClients } from '@/device/openClients';
import { doing, type Person, usePerson } from '@/device/person';
import { useRelease } from '@/device/release';
import { setTheme, type Theme, useTheme } from '@/device/theme';
import { PersonSheet } from '@/features/door/PersonSheet';
import { CautionGate } from '@/features/safety/CautionGate';
import { useDay } from '@/features/session/useDay';
import { Empty } from '@/ui/Notice';
import { useTop } from '@/ui/useTop';
import { readAs } from '@/words/dates';
import { ClockQuestion } from './ClockQuestion';
import { FindClient } from './FindClient';
import { OutboxBar } from './OutboxBar';
import { ShortcutList } from './ShortcutList';

const themes: Theme[] = ['auto', 'daylight', 'dim'];

export function Shell() {
  // Before anything below says a day or a time.
  readAs(useStudio().data);
  const [finding, setFinding] = useState(false);
  const [listing, setListing] = useState(false);
  const [who, setWho] = useState(false);
  const person = usePerson();
  const navigate = useNavigate();
  const href = useLocation({ select: (at) => at.href });
  useTop(href);
  const path = useLocation({ select: (at) => at.pathname });
  const whole = useMatches({ select: (all) => all.at(-1)?.staticData.whole === true });
  useDay();
  useFocus(path);
  useRelease(path);
  useTitle();
  useShortcuts('Everywhere', [
    { keys: '/', does: 'Find a client', run: () => setFinding(true) },
    { keys: 'G', does: 'Go to today', run: () => void navigate({ to: '/' }) },
    { keys: '?', does: 'Show this list', run: () => setListing(true) },
  ]);
  return (
    <div className="flex h-full flex-col pr-[env(safe-area-inset-right)] pl-[env(safe-area-inset-left)] md:flex-row">
      <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-paper focus:p-3">
        Skip to the main part
      </a>
      <Spine whole={whole} onFind={() => setFinding(true)} onKeys={() => setListing(true)} onWho={() => setWho(true)} />
      <div className="flex min-h-0 min-w-0 flex-1 flex-col">
        {!whole && <OpenClients />}
        <OutboxBar />
        <ClockQuestion />
        <main id="main" className="relative min-h-0 flex-1 overflow-y-auto max-lg:scroll-pb-24">
          {mayStand(person, path) ? <Outlet /> : <NotHere />}
        </main>
      </div>
      <CautionGate />
      <PersonSheet open={who} onOpenChange={setWho} />
      <FindClient open={finding} onOpenChange={setFinding} />
      <ShortcutList open={listing} onOpenChange={setListing} />
    </div>
  );
}

/** Assistants have the day and its sessions. */
const mayStand = (person: Person | null, path: string) =>
  person?.coaches === true || path === '/' || /^\/clients\/[^/]+\/session$/.test(path);

function NotHere() {
  return (
    <div className="p-6">
      <Empty screen title="This is for the coaches.">
        <Link to="/" className="underline">
          Back to today
        </Link>
      </Empty>
    </div>
  );
}

/** The title of the page: whose screen it is and which. */
function useTitle() {
  const match = useMatches({ select: (all) => all.at(-1) });
  const id = (match?.params as { clientId?: string } | undefined)?.clientId;
  const name = useOpenClients().find((c) => c.id === id)?.name;
  const title = [name, match?.staticData.title ?? 'Nothing here', 'Deft Stride'].filter(Boolean).join(' · ');
  useEffect(() => {
    document.title = title;
  }, [title]);
}

const capital = (word: string) => `${word.charAt(0).toUpperCase()}${word.slice(1)}`;

const WAY =
  'grid min-h-11 min-w-11 place-items-center px-3 text-small font-semibold max-sm:px-1.5 max-[360px]:px-1 max-sm:text-fine text-spine-soft hover:text-spine-ink [&[aria-current]]:bg-white/10 [&[aria-current]]:text-spine-ink md:[&[aria-current]]:shadow-[inset_3px_0_0_#DBA243]';
/** Rooms that open out of the studio's: it stays marked as the way back. */
const OUT_OF_STUDIO = ['/backups', '/people'];

type SpineProps = { whole: boolean; onFind: () => void; onKeys: () => void; onWho: () => void };

function Spine({ whole, onFind, onKeys, onWho }: SpineProps) {
  const person = usePerson();
  const coaches = person?.coaches === true;
  const theme = useTheme();
  const inStudio = useLocation({ select: (l) => OUT_OF_STUDIO.includes(l.pathname) });
  return (
    <nav
      aria-label="Main"
      className={`${whole ? 'max-md:hidden ' : ''}flex shrink-0 items-center gap-1 max-[360px]:gap-0 bg-spine px-2 max-[360px]:px-1 text-spine-ink max-md:h-[calc(52px+env(safe-area-inset-bottom))] max-md:pb-[env(safe-area-inset-bottom)] max-md:order-last md:w-[84px] md:flex-col md:items-stretch md:overflow-y-auto md:px-0 md:py-3 md:[@media(max-height:560px)]:gap-0 md:[@media(max-height:560px)]:py-1`}
    >
      <svg
        viewBox="0 0 48 48"
        className="mx-auto mb-3 size-11 shrink-0 max-md:hidden [@media(max-height:560px)]:hidden"
        aria-hidden="true"
      >
        <path d="M13 40 22 11" stroke="#F1EEE6" strokeWidth="4.2" strokeLinecap="round" />
        <path d="M31 7v18" stroke="#DBA243" strokeWidth="2.4" strokeLinecap="round" />
        <path d="M26 26h10l-5 12.500z" fill="#DBA243" />
      </svg>
      <Link to="/" activeOptions={{ exact: true }} className={WAY}>
        Today
      </Link>
      {coaches && (
        <Link to="/plan" className={WAY}>
          Plan
        </Link>
      )}
      {coaches && (
        <Link to="/studio" {...(inStudio ? { 'aria-current': true } : {})} className={WAY}>
          Studio
        </Link>
      )}
      {coaches && (
        <Link to="/ladders" className={`${WAY} max-sm:hidden`}>
          Ladders
        </Link>
      )}
      {coaches && (
        <Link to="/library" className={WAY}>
          Library
        </Link>
      )}
      <button
        type="button"
        onClick={onFind}
        className="min-h-11 min-w-11 px-3 max-sm:px-1.5 max-[360px]:px-1 max-sm:text-fine text-small font-semibold text-spine-soft hover:text-spine-ink"
      >
        Find
      </button>
      <div className="flex-1" />
      <button
        type="button"
        onClick={() => setTheme(themes[(themes.indexOf(theme) + 1) % themes.length] ?? 'auto')}
        className="min-h-11 min-w-11 px-2 max-sm:px-1 text-fine text-spine-soft capitalize hover:text-spine-ink max-[360px]:hidden"
        aria-label={`Light: ${theme}. Change`}
      >
        <span className="max-sm:hidden">{theme === 'auto' ? 'Light: auto' : theme}</span>
        <span className="sm:hidden">{theme}</span>
      </button>
      <button
        type="button"
        onClick={onKeys}
        className="min-h-11 px-2 text-fine text-spine-soft hover:text-spine-ink max-md:hidden [@media(max-height:560px)]:hidden"
      >
        Keys <kbd className="rounded border border-current/50 px-1 font-sans">?</kbd>
      </button>
      {person && (
        <button
          type="button"
          onClick={onWho}
          aria-label={`${capital(doing(person))} ${person.name.split(' ')[0]}: change`}
          className="min-h-11 min-w-11 px-2 py-1 text-center text-fine text-spine-soft hover:text-spine-ink max-sm:px-1"
        >
          <span className="block max-md:sr-only">{capital(doing(person))}</span>{' '}
          <span className="block max-w-[76px] truncate font-semibold text-spine-ink">{person.name.split(' ')[0]}</span>
        </button>
      )}
    </nav>
  );
}

function OpenClients() {
  const open = useOpenClients();
  const match = useMatchRoute();
  const navigate = useNavigate();
  if (open.length === 0) return null;
  return (
    <nav className="flex shrink-0 gap-0.5 overflow-x-auto bg-ground-deep px-3 pt-2 md:px-6" aria-label="Open clients">
      {open.map((client) => {
        const here = Boolean(match({ to: '/clients/$clientId', params: { clientId: client.id }, fuzzy: true }));
        return (
          <div
            key={client.id}
            className={`flex shrink-0 items-center rounded-t-lg ${here ? 'bg-ground text-ink' : 'text-soft hover:text-ink'}`}
          >
            <Link
              to="/clients/$clientId"
              params={{ clientId: client.id }}
              className="grid min-h-11 min-w-11 items-center pl-4 text-body font-semibold"
            >
              <span className="max-sm:hidden">{client.name}</span>
              <span className="sm:hidden">{client.name.split(' ')[0]}</span>
            </Link>
            <button
              type="button"
              aria-label={`Close ${client.name}`}
              onClick={() => {
                closeClient(client.id);
                if (here) void navigate({ to: '/' });
              }}
              className="grid size-11 place-items-center text-lead text-soft hover:text-ink"
            >
              ×
            </button>
          </div>
        );
      })}
    </nav>
  );
}
