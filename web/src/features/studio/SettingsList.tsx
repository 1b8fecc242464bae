import { useMutation, useQuery } from '@tanstack/react-query';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { settingsQuery } from '@/api/options';
import { queries, refresh } from '@/api/queries';
import { Trouble, Waiting } from '@/ui/Notice';

const from: Record<Schema['SettingSource'], string> = {
  check: 'chosen for one look',
  client: 'chosen for this client',
  exercise: 'from the exercise',
  school: 'from the style',
  studio: 'as the studio has it',
};

/** What coaches disagree about (or only some of it): as the studio has it, or as one client does, with where each value comes from. */
export function SettingsList({ clientId, only }: { clientId?: string; only?: string[] }) {
  const asked = settingsQuery(clientId);
  const settings = useQuery(asked);
  const change = useMutation({
    scope: { id: 'kit' },
    mutationFn: (pick: { settingId: string; optionId: string | null }) => {
      const now = queries.getQueryData(asked.queryKey);
      const version = (clientId ? now?.clientVersion : now?.studioVersion) ?? 0;
      return take(
        api.PUT('/api/settings', {
          body: { operationId: uuid(), version, level: clientId ? 'client' : 'studio', key: clientId ?? null, ...pick },
        }),
      );
    },
    onSuccess: async (next) => {
      queries.setQueryData(asked.queryKey, next);
      await refresh('kit', 'studio', 'intake', 'client', 'settings', 'library', 'pictures', 'films');
    },
  });
  if (!settings.data) return <Waiting what="the list of settings" error={settings.error} />;
  return (
    <>
      <Trouble error={change.error} />
      <ul>
        {settings.data.settings
          .filter((s) => !only || only.includes(s.id))
          .map((s) => (
            <li key={s.id} className="border-t border-hair py-2.5">
              <label className="grid gap-x-4 gap-y-1 sm:grid-cols-[1fr_15rem] sm:items-center">
                <span>
                  <span className="font-semibold">{s.name}</span>{' '}
                  <span className="block text-small text-soft">
                    {s.why} {clientId && <em className="not-italic">({from[s.source]})</em>}
                  </span>
                </span>
                <select
                  value={clientId && s.source !== 'client' ? '' : s.value}
                  onChange={(e) => change.mutate({ settingId: s.id, optionId: e.target.value || null })}
                  className="h-11 w-full rounded-[10px] border border-edge bg-paper px-2 text-copy pointer-coarse:text-entry font-semibold"
                >
                  {clientId && (
                    <option value="">
                      {s.source === 'client' ? 'as the studio has it' : (s.options.find((o) => o.id === s.value)?.name ?? '')}
                    </option>
                  )}
                  {s.options.map((o) => (
                    <option key={o.id} value={o.id}>
                      {clientId ? `for this client: ${o.name}` : o.name}
                    </option>
                  ))}
                </select>
              </label>
              {s.suggestion && (
                <p className="mt-1.5 flex flex-wrap items-center gap-x-3 text-small">
                  {s.suggestion.why}
                  <button
                    type="button"
                    className="min-h-11 font-semibold underline underline-offset-4"
                    onClick={() => s.suggestion && change.mutate({ settingId: s.id, optionId: s.suggestion.optionId })}
                  >
                    Take the {s.options.find((o) => o.id === s.suggestion?.optionId)?.name} toe
                  </button>
                </p>
              )}
            </li>
          ))}
      </ul>
    </>
  );
}
