import './app.css';
import { QueryClientProvider } from '@tanstack/react-query';
import { RouterProvider } from '@tanstack/react-router';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { queries, refresh } from '@/api/queries';
import { keepApp } from '@/device/release';
import { applyTheme } from '@/device/theme';
import { takeOverDrafts } from '@/features/check/draft';
import { Gate } from '@/features/door/Gate';
import { openOutbox } from '@/outbox/device';
import { loadTheRest } from './later';
import { router } from './routes';

// Styles that parts put into the page by themselves carry the sign by which the page's own are known.
Object.assign(globalThis, { __webpack_nonce__: document.querySelector<HTMLMetaElement>('meta[name="nonce"]')?.content });
applyTheme();
const root = document.getElementById('app');
// Without a place to keep what is entered nothing may be entered.
const outbox = await openOutbox().catch((error: unknown) => {
  if (root)
    root.textContent =
      'This browser keeps nothing on this device, so nothing that you enter would be safe. Leave its private mode, or allow Deft Stride to store data, then reload.';
  throw error;
});
takeOverDrafts();
// What a page that is gone had counted and not sent any more.
void import('@/features/session/sessions').then(
  (its) => its.sendTheRest(),
  () => undefined,
);
// What nobody on the screen waited for, from before a reload or from another tab, changes what is shown all the same.
outbox.onKept((entry, awaited) => {
  // A look that is under way, also one that was when the page went: where the floor is up it says that it was begun.
  if (entry.kind === 'draft') void refresh('floor');
  else if (!awaited && entry.kind !== 'picture') void queries.invalidateQueries();
});
if (root)
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <Gate>
          <RouterProvider router={router} />
        </Gate>
      </QueryClientProvider>
    </StrictMode>,
  );

// The first screen stands: the others come now, while there is a signal, and the whole app is kept for when there is none.
setTimeout(() => void loadTheRest().then(keepApp), 1500);
