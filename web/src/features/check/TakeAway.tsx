import { Link } from '@tanstack/react-router';
import type { Schema } from '@/api/client';
import { savePicture } from '@/pictures/savePicture';
import type { View } from '@/pictures/still';

/** What can be taken out of the app: the picture with what was read on it, the numbers, and a page for the client. */
export function TakeAway({ check, view }: { check: Schema['CheckView']; view: View }) {
  const item = 'inline-flex min-h-11 min-w-11 items-center px-1.5 underline decoration-hair underline-offset-4 hover:text-ink';
  return (
    <p className="flex flex-wrap gap-x-2 sm:justify-end">
      {[check, ...check.trials].some((c) => c.stills.some((s) => s.clip)) && (
        <Link
          className={`${item} font-semibold text-ink`}
          to="/clients/$clientId/play"
          params={{ clientId: check.clientId }}
          search={{ check: check.id }}
        >
          See it move
        </Link>
      )}
      {check.stills.some((s) => s.view === view) && (
        <button type="button" className={item} onClick={() => void savePicture(`${check.exerciseId}-${view}`)}>
          Picture
        </button>
      )}
      <a className={item} href={`/api/checks/${check.id}/export.csv`} download>
        CSV
      </a>
      <a className={item} href={`/api/checks/${check.id}/export.json`} download>
        JSON
      </a>
      <Link className={item} to="/print/$checkId" params={{ checkId: check.id }}>
        Page for the client
      </Link>
    </p>
  );
}
