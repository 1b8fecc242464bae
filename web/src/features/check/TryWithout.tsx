import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { checkQuery } from '@/api/options';
import { queries, refreshClient } from '@/api/queries';
import { useUnsent } from '@/outbox/device';
import { Button } from '@/ui/Button';
import { Trouble } from '@/ui/Notice';
import type { Side } from '@/ui/SidePlate';
import { Unsent } from '@/ui/Unsent';
import { Why } from '@/ui/Why';

/** A borrowed prop whose day has come: the same set without it, as a trial of its own. */
export function TryWithout({
  check,
  side,
  prop,
  onMeasure,
}: {
  check: Schema['CheckView'];
  side: Side;
  prop: Schema['PropView'];
  onMeasure: () => void;
}) {
  const [id] = useState(() => uuid());
  const unsent = useUnsent((e) => e.kind === 'trial' && e.json?.checkId === check.id);
  const judge = useMutation({
    mutationFn: (byEye: Schema['TrialOutcome']) =>
      take(
        api.POST('/api/trials', {
          body: {
            id,
            checkId: check.id,
            correctionId: `without:${prop.correctionId}`,
            side,
            stills: [],
            seen: [],
            byEye,
            pain: null,
            supersedes: null,
            feels: [],
          },
        }),
      ),
    onSuccess: async (view) => {
      queries.setQueryData(checkQuery(check.id).queryKey, view);
      await refreshClient(check.clientId);
    },
  });
  const waits = judge.isPending || unsent.some((e) => e.state !== 'refused');
  return (
    <section aria-label="Try without" className="grid gap-2 rounded-xl border border-brass/60 p-3">
      <p className="say text-head">One set without: {prop.short.toLowerCase()}.</p>
      <div className="grid grid-cols-3 gap-2">
        <Button className="px-1.5! text-copy!" disabled={waits} onClick={() => judge.mutate('noDifference')}>
          As good
        </Button>
        <Button className="px-1.5! text-copy!" disabled={waits} onClick={() => judge.mutate('worse')}>
          Worse
        </Button>
        <Button className="px-1.5! text-copy!" onClick={onMeasure}>
          Measure it
        </Button>
      </div>
      <Why>
        What is borrowed is tried without on its day. It is given back when nothing is worse without it, and kept two more weeks
        when something is.
      </Why>
      <Unsent entries={unsent} />
      <Trouble error={judge.error} />
    </section>
  );
}
