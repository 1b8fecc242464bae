import { useShortcuts } from '@/device/keys';
import { nextPoint } from '@/pictures/still';
import { otherSide } from '@/ui/SidePlate';
import { primaryOf } from './LookActions';
import { askedFor } from './steps';
import { type FirstLookState, slotKey } from './useFirstLook';

/** Everything of a look by key. */
export function useLookKeys(state: FirstLookState) {
  const primary = primaryOf(state);
  const {
    draft,
    standard,
    active,
    setActive,
    current,
    more,
    marking,
    setMarking,
    setStation,
    alter,
    step,
    open,
    slotOf,
    waiting,
    addStills,
    unanswered,
    onRestFine,
    ready,
    keep,
  } = state;
  // A known length is only for lengths.
  const lengths = standard.measures.some((m) => m.unit === 'centimetres' && m.views.includes(slotOf(active).view));
  const focusHandle = (handle: string) =>
    document.querySelector<SVGGElement>(`[data-stage="${active}"] [data-handle="${handle}"]`)?.focus();
  useShortcuts('Check', [
    { keys: 'A', does: 'To the ankle (arrow keys move it, Enter places a ring)', run: () => focusHandle('ankle') },
    { keys: 'K', does: 'To the knee', run: () => focusHandle('knee') },
    {
      keys: 'P',
      does: 'To the next point',
      run: () =>
        current &&
        focusHandle(nextPoint(current, askedFor(draft, standard, current, more[slotKey(current)] ?? false))?.landmark ?? 'ankle'),
    },
    { keys: 'S', does: 'The other side', run: () => setActive(otherSide(active)) },
    { keys: 'N', does: 'The next step: what the brown button says', run: () => primary?.waits !== true && primary?.run() },
    { keys: 'C', does: 'Take a picture of this side', run: () => open(slotOf(active), 'camera') },
    { keys: 'B', does: 'Choose a file for this side', run: () => open(slotOf(active), 'file') },
    { keys: 'T', does: 'Take the waiting pictures', run: () => waiting.length > 0 && addStills(waiting) },
    { keys: '1', does: 'From the side', run: () => setStation('side') },
    { keys: '2', does: 'From the front', run: () => setStation('front') },
    { keys: '3', does: 'From behind', run: () => setStation('back') },
    { keys: '4', does: 'Ask', run: () => setStation('ask') },
    { keys: 'W', does: 'The rest looked fine', run: () => onRestFine(unanswered) },
    { keys: 'U', does: 'Mark something upright', run: () => setMarking(marking === 'upright' ? null : 'upright') },
    { keys: 'L', does: 'Mark a known length', run: () => lengths && setMarking(marking === 'scale' ? null : 'scale') },
    {
      keys: 'F',
      does: 'Turn the toes round',
      run: () => current && alter(current.key, (s) => ({ ...s, facing: s.facing === 'left' ? 'right' : 'left' })),
    },
    { keys: 'Z', does: 'Undo', run: () => step({ kind: 'undo' }) },
    { keys: 'Y', does: 'Redo', run: () => step({ kind: 'redo' }) },
    { keys: 'D', does: 'Done: keep this look', run: () => ready && keep.mutate() },
  ]);
}
