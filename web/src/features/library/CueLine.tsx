import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { queries } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Trouble } from '@/ui/Notice';

/** A cue with its count in this studio; its words can be changed, taken back, or the cue retired. */
export function CueLine({ cue, version }: { cue: Schema['LibraryCueView']; version: number }) {
  const [text, setText] = useState<string | null>(null);
  const change = useMutation({
    mutationFn: (words: string | null) =>
      take(
        api.PUT('/api/cues', {
          body: { operationId: uuid(), version, level: 'studio', clientId: null, correctionId: cue.id, text: words },
        }),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ['library'] });
      setText(null);
    },
  });
  const quiet = 'px-1.5! text-[13.5px]!';
  return (
    <li className="grid grid-cols-[64px_minmax(0,1fr)] gap-x-3 border-t border-hair pt-2" data-cue={cue.id}>
      <span className={`figure text-[22px] ${cue.helped === 0 ? 'text-soft' : ''}`}>
        {cue.tried > 0 ? (
          <>
            {cue.helped}
            <span className="text-[14px] text-soft"> of {cue.tried}</span>
          </>
        ) : (
          <span className="text-[14px] text-soft">not tried</span>
        )}
      </span>
      <div className="min-w-0">
        {text === null ? (
          <p className={`text-[17px] font-semibold ${cue.retired ? 'text-soft line-through' : ''}`}>
            {cue.level === 'say' ? `“${cue.text}”` : cue.text}
          </p>
        ) : (
          <form
            className="flex flex-wrap gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              change.mutate(text);
            }}
          >
            <input
              aria-label={`Words for ${cue.short}`}
              value={text}
              maxLength={400}
              onChange={(e) => setText(e.target.value)}
              className="h-11 min-w-0 flex-1 basis-72 rounded-[10px] border border-edge/60 bg-ground px-3 text-[16px]"
            />
            <Button type="submit" disabled={text.trim() === '' || change.isPending}>
              Keep these words
            </Button>
            <Button kind="quiet" onClick={() => setText(null)}>
              Leave it
            </Button>
          </form>
        )}
        <p className="text-[14px] text-soft">
          {cue.why} {cue.focus === 'inner' ? 'Attention: inside.' : 'Attention: outside.'}
          {cue.needs.length > 0 && ` Needs: ${cue.needs.join(', ')}.`}
          {cue.words === 'studio' && ` In this studio’s words; usually “${cue.usual}”`}
        </p>
        <p className="-ml-1.5 flex flex-wrap">
          {text === null && !cue.retired && (
            <Button kind="quiet" className={quiet} onClick={() => setText(cue.text)}>
              Other words
            </Button>
          )}
          {(cue.words === 'studio' || cue.retired) && (
            <Button kind="quiet" className={quiet} onClick={() => change.mutate(null)}>
              Back to the usual words
            </Button>
          )}
          {!cue.retired && (
            <Button kind="quiet" className={quiet} onClick={() => change.mutate('')}>
              Retire
            </Button>
          )}
        </p>
        <Trouble error={change.error} />
      </div>
    </li>
  );
}
