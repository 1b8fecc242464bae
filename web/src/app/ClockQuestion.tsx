import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, take } from '@/api/client';
import { refresh, useStudio } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Trouble } from '@/ui/Notice';

/** Entries are dated ahead of the studio's clock: one of the two is wrong, and only a person knows which. */
export function ClockQuestion() {
  const studio = useStudio();
  const [later, setLater] = useState(false);
  const answer = useMutation({
    mutationFn: () => take(api.POST('/api/clock-answers', { body: { id: uuid() } })),
    onSuccess: () => refresh('studio'),
  });
  if (!studio.data?.clock || later) return null;
  return (
    <section
      aria-label="Clock"
      className="flex shrink-0 flex-wrap items-center gap-x-3 bg-slate-wash px-6 py-1.5 text-copy text-slate max-sm:px-3"
    >
      <p role="alert" className="min-w-0 flex-1 basis-80 font-semibold">
        {studio.data.clock.sentence} What came in later counts as later either way.
      </p>
      <Button kind="quiet" className="px-2! text-copy!" disabled={answer.isPending} onClick={() => answer.mutate()}>
        It is right now
      </Button>
      <Button kind="quiet" className="px-2! text-copy!" onClick={() => setLater(true)}>
        I will set it
      </Button>
      <Trouble error={answer.error} />
    </section>
  );
}
