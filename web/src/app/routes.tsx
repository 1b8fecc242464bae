import { createRootRoute, createRoute, createRouter, type ErrorComponentProps, Link } from '@tanstack/react-router';
import type { Schema } from '@/api/client';
import { FloorScreen } from '@/features/floor/FloorScreen';
import { Button } from '@/ui/Button';
import { Empty } from '@/ui/Notice';
import { later, PartMissing } from './later';
import { Shell } from './Shell';

const root = createRootRoute({
  component: Shell,
  notFoundComponent: () => (
    <div className="p-6">
      <Empty screen title="There is nothing at this address.">
        <Link to="/" className="underline">
          Back to today
        </Link>
      </Empty>
    </div>
  ),
});

/** A fault of the app itself, or a part of it that is not there. What was kept is kept; the reload starts the screen anew. */
function Broken({ error }: ErrorComponentProps) {
  const missing = error instanceof PartMissing;
  return (
    <div className="p-6">
      <Empty screen title={missing ? 'This page is older than the studio’s server.' : 'This screen has broken down.'}>
        <p>Nothing that was kept is lost. Reload, and go on where you were.</p>
        {!missing && <p className="mt-2 text-small">{error instanceof Error ? error.message : String(error)}</p>}
        <Button kind="act" className="mt-4" onClick={() => location.reload()}>
          Reload
        </Button>
      </Empty>
    </div>
  );
}

const floor = createRoute({ getParentRoute: () => root, path: '/', staticData: { title: 'Today' }, component: FloorScreen });

type Style = Schema['SchoolCode'];
const styles: Style[] = ['verticalShin', 'kneeForward', 'inclined'];
const styleOf = (search: Record<string, unknown>): { style?: Style } =>
  styles.includes(search.style as Style) ? { style: search.style as Style } : {};

export const clientRoute = createRoute({
  getParentRoute: () => root,
  path: '/clients/$clientId',
  staticData: { title: 'Client' },
  component: later(() => import('@/features/clients/ClientScreen'), 'ClientScreen'),
});

export const checkRoute = createRoute({
  getParentRoute: () => root,
  path: '/clients/$clientId/check',
  staticData: { title: 'Check' },
  validateSearch: (search: Record<string, unknown>): { check?: string; exercise?: string; style?: Style } => ({
    ...(typeof search.check === 'string' ? { check: search.check } : {}),
    ...(typeof search.exercise === 'string' ? { exercise: search.exercise } : {}),
    ...styleOf(search),
  }),
  component: later(() => import('@/features/check/CheckScreen'), 'CheckScreen'),
});

// Screens that are not the first thing of the day.
const screens = {
  bench: later(() => import('@/features/bench/BenchScreen'), 'BenchScreen'),
  positions: later(() => import('@/features/positions/PositionsScreen'), 'PositionsScreen'),
  meet: later(() => import('@/features/meet/MeetScreen'), 'MeetScreen'),
  session: later(() => import('@/features/session/SessionScreen'), 'SessionScreen'),
  plan: later(() => import('@/features/plan/PlanScreen'), 'PlanScreen'),
  log: later(() => import('@/features/log/LogScreen'), 'LogScreen'),
  people: later(() => import('@/features/door/PeopleScreen'), 'PeopleScreen'),
  backups: later(() => import('@/features/studio/BackupsScreen'), 'BackupsScreen'),
  weeks: later(() => import('@/features/plan/StudioPlanScreen'), 'StudioPlanScreen'),
  play: later(() => import('@/features/play/PlayScreen'), 'PlayScreen'),
  library: later(() => import('@/features/library/LibraryScreen'), 'LibraryScreen'),
  print: later(() => import('@/features/print/PrintScreen'), 'PrintScreen'),
  ladders: later(() => import('@/features/ladders/LaddersScreen'), 'LaddersScreen'),
  referral: later(() => import('@/features/print/ReferralPage'), 'ReferralPage'),
  page: later(() => import('@/features/print/ClientPage'), 'ClientPage'),
  studio: later(() => import('@/features/studio/StudioScreen'), 'StudioScreen'),
};

const benchRoute = createRoute({
  getParentRoute: () => root,
  path: '/clients/$clientId/bench',
  staticData: { title: 'Set-up' },
  validateSearch: (search: Record<string, unknown>): { exercise?: string; style?: Style } => ({
    ...(typeof search.exercise === 'string' ? { exercise: search.exercise } : {}),
    ...styleOf(search),
  }),
  component: screens.bench,
});

const positionsRoute = createRoute({
  getParentRoute: () => root,
  path: '/clients/$clientId/positions',
  staticData: { title: 'Two positions' },
  // Instants of clips to begin with: check, clip, side and seconds of each.
  validateSearch: (search: Record<string, unknown>): { moments?: string[] } =>
    Array.isArray(search.moments) ? { moments: search.moments.filter((m) => typeof m === 'string').slice(0, 2) } : {},
  component: screens.positions,
});

const playRoute = createRoute({
  getParentRoute: () => root,
  path: '/clients/$clientId/play',
  staticData: { title: 'See it move' },
  validateSearch: (search: Record<string, unknown>): { check: string } => ({ check: String(search.check ?? '') }),
  component: screens.play,
});

const sessionRoute = createRoute({
  getParentRoute: () => root,
  path: '/clients/$clientId/session',
  staticData: { title: 'Session', whole: true },
  component: screens.session,
});

const planRoute = createRoute({
  getParentRoute: () => root,
  path: '/clients/$clientId/plan',
  staticData: { title: 'Plan' },
  component: screens.plan,
});

const logRoute = createRoute({
  getParentRoute: () => root,
  path: '/clients/$clientId/log',
  staticData: { title: 'Log' },
  component: screens.log,
});

const weeksRoute = createRoute({
  getParentRoute: () => root,
  path: '/plan',
  staticData: { title: 'The studio’s weeks' },
  component: screens.weeks,
});

const peopleRoute = createRoute({
  getParentRoute: () => root,
  path: '/people',
  staticData: { title: 'People' },
  component: screens.people,
});

const backupsRoute = createRoute({
  getParentRoute: () => root,
  path: '/backups',
  staticData: { title: 'Backups' },
  component: screens.backups,
});

const meetRoute = createRoute({
  getParentRoute: () => root,
  path: '/clients/$clientId/meet',
  staticData: { title: 'Meet' },
  component: screens.meet,
});

const studioRoute = createRoute({
  getParentRoute: () => root,
  path: '/studio',
  staticData: { title: 'Studio' },
  component: screens.studio,
});

const libraryRoute = createRoute({
  getParentRoute: () => root,
  path: '/library',
  staticData: { title: 'Library' },
  validateSearch: (search: Record<string, unknown>): { open?: string | undefined; q?: string | undefined } => ({
    ...(typeof search.open === 'string' ? { open: search.open } : {}),
    ...(typeof search.q === 'string' ? { q: search.q } : {}),
  }),
  component: screens.library,
});

const printRoute = createRoute({
  getParentRoute: () => root,
  path: '/print/$checkId',
  staticData: { title: 'Page of a check' },
  component: screens.print,
});

const laddersRoute = createRoute({
  getParentRoute: () => root,
  path: '/ladders',
  staticData: { title: 'Ladders' },
  validateSearch: (search: Record<string, unknown>): { open?: string | undefined } =>
    typeof search.open === 'string' ? { open: search.open } : {},
  component: screens.ladders,
});

const referralRoute = createRoute({
  getParentRoute: () => root,
  path: '/referral/$clientId',
  staticData: { title: 'Referral' },
  component: screens.referral,
});

const pageRoute = createRoute({
  getParentRoute: () => root,
  path: '/page/$clientId',
  staticData: { title: 'Page' },
  validateSearch: (search: Record<string, unknown>): { for: 'client' | 'clinician' } => ({
    for: search.for === 'clinician' ? 'clinician' : 'client',
  }),
  component: screens.page,
});

export const router = createRouter({
  routeTree: root.addChildren([
    floor,
    clientRoute,
    checkRoute,
    benchRoute,
    positionsRoute,
    playRoute,
    sessionRoute,
    planRoute,
    logRoute,
    weeksRoute,
    peopleRoute,
    backupsRoute,
    meetRoute,
    studioRoute,
    libraryRoute,
    laddersRoute,
    printRoute,
    pageRoute,
    referralRoute,
  ]),
  defaultPreload: false,
  defaultErrorComponent: Broken,
});

declare module '@tanstack/react-router' {
  interface StaticDataRouteOption {
    /** What the screen is called in the title of the page. */
    title?: string;
    /** Whether it takes the whole of a phone: its own bars stand where the app's would. */
    whole?: boolean;
  }
  interface Register {
    router: typeof router;
  }
}
