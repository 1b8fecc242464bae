import { useMutation } from '@tanstack/react-query';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { checkQuery } from '@/api/options';
import { queries, refreshClient } from '@/api/queries';
import { forgetKept, useKept } from '@/device/kept';
import { type PainAnswer, painComplete } from '@/features/pain/PainAsk';
import { useUnsent } from '@/outbox/device';
import { isMarked, type Still, toDto } from '@/pictures/still';
import type { Side } from '@/ui/SidePlate';
import type { Movement } from './draft';
import type { Feel } from './FeelRow';
import { standing } from './filmed';

type Check = Schema['CheckView'];

/** What is tried: a correction, or a set without what was borrowed. */
export type Change = Pick<Schema['CorrectionView'], 'id' | 'level' | 'cue'> & {
  measureId?: string | null;
  /** That no picture shows it. */
  onlySeen?: boolean;
};

type Retest = {
  id: string;
  correctionId: string;
  stills: Still[];
  movements: Movement[];
  pain: PainAnswer | null;
  feels: Feel[];
};

const keyOf = (checkId: string, correctionId: string) => `retest-${checkId}-${correctionId}`;

/** A new retest, or what an earlier page kept of it in its own place. */
function begin(checkId: string, correctionId: string): Retest {
  const kept = localStorage.getItem(`deft-retest-${checkId}`);
  const earlier = kept ? (JSON.parse(kept) as Retest) : null;
  const none: Retest = { id: uuid(), correctionId, stills: [], movements: [], pain: null, feels: [] };
  return earlier?.correctionId === correctionId ? { ...none, ...earlier } : none;
}

/** Where a trial leads, whoever judged it, eye or picture: what helped is decided on, else the next thing is tried while there is one. */
export const leadsTo = (check: Check): 'cue' | 'decide' =>
  check.trials.at(-1)?.outcome === 'helped' || check.correction === null ? 'decide' : 'cue';

/**
 * One change under test, judged by eye or by a second picture: the same questions, the same answers, one id however often its
 * button is pressed. It is kept on this device until the studio has it.
 */
export function useRetest(check: Check, change: Change, side: Side, done: (next: 'cue' | 'decide') => void) {
  const key = keyOf(check.id, change.id);
  const [retest, setRetest] = useKept<Retest>(key, () => begin(check.id, change.id));
  const unsent = useUnsent((e) => e.kind === 'trial' && e.json?.checkId === check.id);
  // What it is held against is the studio's word: the page and the judgement never choose two different ones.
  const held = check.baselines.find((b) => b.side === side);
  const painBefore = held ? held.pain : check.pain;
  const asksPain = (painBefore?.score ?? 0) > 0;
  const judge = useMutation({
    mutationFn: (byEye: Schema['TrialOutcome'] | null) =>
      take(
        api.POST('/api/trials', {
          body: {
            id: retest.id,
            checkId: check.id,
            correctionId: change.id,
            side,
            stills: byEye ? [] : retest.stills.filter(isMarked).map(toDto),
            seen: [],
            byEye,
            pain: retest.pain,
            supersedes: null,
            feels: retest.feels,
            movements: byEye ? [] : standing(retest),
          },
        }),
      ),
    onSuccess: async (view) => {
      forgetKept(key);
      localStorage.removeItem(`deft-retest-${check.id}`);
      queries.setQueryData(checkQuery(check.id).queryKey, view);
      done(leadsTo(view));
      await refreshClient(check.clientId);
    },
  });
  return {
    retest,
    setRetest,
    unsent,
    judge,
    held,
    painBefore,
    asksPain,
    painAsked: !asksPain || painComplete(retest.pain),
    /** While it is sent nothing is sent again. */
    waits: judge.isPending || unsent.some((e) => e.state !== 'refused'),
  };
}
