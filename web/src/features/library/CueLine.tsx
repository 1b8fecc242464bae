import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { refresh } from '@/api/queries';
import { useOwns } from '@/device/person';
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
      await refresh('library');
      setText(null);
    },
  });
  const owns = useOwns();
  // A cue of the studio's own has no usual words to go back to.
  const own = cue.usual === '';
  const quiet = 'px-1.5! text-small!';
  return (
    <li className="grid grid-cols-[64px_minmax(0,1fr)] gap-x-3 border-t border-hair pt-2" data-cue={cue.id}>
      <span className={`figure text-title ${cue.helped === 0 ? 'text-soft' : ''}`}>
        {cue.tried > 0 ? (
          <>
            {cue.helped}
            <span className="text-copy text-soft"> of {cue.tried}</span>
          </>
        ) : (
          <span className="text-copy text-soft">not tried</span>
        )}
      </span>
      <div className="min-w-0">
        {text === null ? (
          <p className={`text-lead font-semibold ${cue.retired ? 'text-soft line-through' : ''}`}>
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
              className="h-11 min-w-0 flex-1 basis-72 rounded-[10px] border border-edge bg-ground px-3 text-entry"
            />
            <Button type="submit" disabled={text.trim() === '' || change.isPending}>
              Keep these words
            </Button>
            <Button kind="quiet" onClick={() => setText(null)}>
              Leave it
            </Button>
          </form>
        )}
        <p className="text-copy text-soft">
          {cue.why} {cue.focus === 'inner' ? 'Attention: inside.' : 'Attention: outside.'}
          {cue.needs.length > 0 && ` Needs: ${cue.needs.join(', ')}.`}
          {cue.words === 'studio' && !own && ` In this studio’s words; usually “${cue.usual}”`}
        </p>
        <p className={owns ? '-ml-1.5 flex flex-wrap' : 'hidden'}>
          {text === null && !cue.retired && (
            <Button kind="quiet" className={quiet} onClick={() => setText(cue.text)}>
              Other words
            </Button>
          )}
          {(cue.words === 'studio' || cue.retired) && (
            <Button kind="quiet" className={quiet} onClick={() => change.mutate(null)}>
              {own ? 'Take it away' : 'Back to the usual words'}
            </Button>
          )}
          {!cue.retired && !own && (
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

/** A cue that a coach adds: short, vivid, one thing. */
export function NewCue({ faultId, version }: { faultId: string; version: number }) {
  const [text, setText] = useState('');
  const add = useMutation({
    mutationFn: () =>
      take(
        api.PUT('/api/cues', {
          body: {
            operationId: uuid(),
            version,
            level: 'studio',
            clientId: null,
            correctionId: `own:${faultId}:${uuid().slice(-8)}`,
            text,
          },
        }),
      ),
    onSuccess: async () => {
      await refresh('library');
      setText('');
    },
  });
  const owns = useOwns();
  if (!owns) return null;
  return (
    <form
      className="mt-2.5 grid gap-1 border-t border-hair pt-2.5"
      onSubmit={(e) => {
        e.preventDefault();
        add.mutate();
      }}
    >
      <label className="grid gap-1 text-copy text-soft">
        A cue of your own
        <span className="flex flex-wrap gap-2">
          <input
            value={text}
            maxLength={200}
            onChange={(e) => setText(e.target.value)}
            className="h-11 min-w-0 flex-1 basis-72 rounded-[10px] border border-edge bg-ground px-3 text-entry text-ink"
          />
          <Button type="submit" disabled={text.trim() === '' || add.isPending}>
            Add it
          </Button>
        </span>
      </label>
      <Trouble error={add.error} />
    </form>
  );
}
