import { createRootRoute, createRoute, createRouter, Link } from '@tanstack/react-router';
import { CheckScreen } from '@/features/check/CheckScreen';
import { ClientScreen } from '@/features/clients/ClientScreen';
import { FloorScreen } from '@/features/floor/FloorScreen';
import { Empty } from '@/ui/Notice';
import { Shell } from './Shell';

const root = createRootRoute({
  component: Shell,
  notFoundComponent: () => (
    <div className="p-6">
      <Empty title="There is nothing at this address.">
        <Link to="/" className="underline">
          Back to the floor
        </Link>
      </Empty>
    </div>
  ),
});

const floor = createRoute({ getParentRoute: () => root, path: '/', component: FloorScreen });

export const clientRoute = createRoute({ getParentRoute: () => root, path: '/clients/$clientId', component: ClientScreen });

export const checkRoute = createRoute({
  getParentRoute: () => root,
  path: '/clients/$clientId/check',
  validateSearch: (search: Record<string, unknown>): { check?: string } =>
    typeof search.check === 'string' ? { check: search.check } : {},
  component: CheckScreen,
});

export const router = createRouter({ routeTree: root.addChildren([floor, clientRoute, checkRoute]), defaultPreload: false });

declare module '@tanstack/react-router' {
  interface Register {
    router: typeof router;
  }
}
