import { Button } from '@/ui/Button';

/** What the one brown button of a stage says and does now. It always does something. */
export type Primary = { words: string; run: () => void; key: string; waits?: boolean };

/** The brown button itself; under the thumb it gives way where a question stands in its place. */
export const PrimaryButton = ({ primary, asks }: { primary: Primary; asks: boolean }) => (
  <Button
    kind="act"
    hint={primary.key}
    className={`min-h-14 text-lead! max-lg:flex-1 ${asks ? 'max-lg:hidden' : ''}`}
    disabled={primary.waits}
    onClick={primary.run}
  >
    {primary.words}
  </Button>
);
