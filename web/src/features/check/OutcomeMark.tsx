import { useMutation } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { checkQuery } from '@/api/options';
import { queries, refreshClient } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Trouble } from '@/ui/Notice';
import { outcomeWord } from '@/words/decisions';
import { feelWord } from './FeelRow';

const look = {
  helped: { tone: 'bg-pine-wash text-pine', path: 'M4 13l5 5L20 6' },
  noDifference: { tone: 'bg-slate-wash text-slate', path: 'M4 9h16M4 15h16' },
  worse: { tone: 'bg-brick-wash text-brick', path: 'M6 6l12 12M18 6L6 18' },
} as const;

/** What one change did, as shape, word and tone, with the facts. */
export function OutcomeMark({
  trial,
  brief = false,
  children,
}: {
  /** Where the facts stand above it already. */
  brief?: boolean;
  trial: Pick<Schema['TrialView'], 'outcome' | 'short' | 'because' | 'feels'> &
    Partial<Pick<Schema['TrialView'], 'without' | 'cue'>>;
  children?: ReactNode;
}) {
  const { tone, path } = look[trial.outcome];
  return (
    <div className={`flex gap-3 rounded-xl p-3 ${tone}`} data-outcome={trial.outcome}>
      <svg viewBox="0 0 24 24" className="size-7 shrink-0" aria-hidden="true">
        <path d={path} fill="none" stroke="currentColor" strokeWidth="3" strokeLinecap="round" strokeLinejoin="round" />
      </svg>
      <div className="min-w-0">
        <p>
          <span className="say block text-head">
            {trial.without
              ? `${trial.outcome === 'worse' ? 'Worse' : 'As good'} ${trial.short.toLowerCase().replace(':', '')}`
              : `${outcomeWord[trial.outcome]}: ${trial.short.toLowerCase()}`}
          </span>
          <span className="text-small text-ink">
            {trial.without ? `${trial.cue} ` : ''}
            {!brief && trial.because}
            {trial.feels.length > 0 && ` The client says: ${trial.feels.map((f) => feelWord[f].toLowerCase()).join(', ')}.`}
          </span>
        </p>
        {children}
      </div>
    </div>
  );
}

const done = {
  lent: 'Borrowed: try without it in two weeks.',
  back: 'Given back.',
  kept: 'Part of the set-up from now on.',
} as const;

/** While nothing is decided: a slip is taken back, what was borrowed is lent until a day, and what borrows nothing becomes part of the set-up. */
export function AfterTrial({ trial, clientId }: { trial: Schema['TrialView']; clientId: string }) {
  const [id] = useState(() => uuid());
  const back = useMutation({
    mutationFn: () => take(api.POST('/api/trials/{id}/withdrawal', { params: { path: { id: trial.id } }, body: { id } })),
    onSuccess: async (view) => {
      queries.setQueryData(checkQuery(view.id).queryKey, view);
      await refreshClient(clientId);
    },
  });
  const { correctionId } = trial;
  const stay = useMutation({
    mutationFn: async (how: 'lent' | 'back' | 'kept') => {
      const versions = await take(api.GET('/api/settings', { params: { query: { client: clientId } } }));
      const whose = { operationId: uuid(), version: versions.clientVersion ?? 0, clientId, correctionId };
      await (how === 'kept'
        ? take(api.PUT('/api/kept', { body: { ...whose, kept: true } }))
        : take(api.PUT('/api/props', { body: { ...whose, lent: how === 'lent', review: null } })));
      await refreshClient(clientId);
      return how;
    },
  });
  const worse = trial.outcome === 'worse';
  const offer = trial.without
    ? worse
      ? ({ how: 'lent', text: 'Keep it two more weeks' } as const)
      : ({ how: 'back', text: 'Give it back' } as const)
    : trial.outcome !== 'helped'
      ? null
      : trial.borrowed
        ? ({ how: 'lent', text: 'Keep it for two weeks' } as const)
        : trial.canStay
          ? ({ how: 'kept', text: 'Make it part of the set-up' } as const)
          : null;
  return (
    <div className="-ml-1.5 flex flex-wrap items-center text-ink">
      <Button kind="quiet" className="px-1.5! text-small!" disabled={back.isPending} onClick={() => back.mutate()}>
        Undo this trial
      </Button>
      {stay.data ? (
        <span className="px-1.5 text-small">{done[stay.data]}</span>
      ) : (
        offer && (
          <Button kind="quiet" className="px-1.5! text-small!" disabled={stay.isPending} onClick={() => stay.mutate(offer.how)}>
            {offer.text}
          </Button>
        )
      )}
      <Trouble error={back.error ?? stay.error} />
    </div>
  );
}
