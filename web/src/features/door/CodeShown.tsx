import { useState } from 'react';
import { Button } from '@/ui/Button';
import { day } from '@/words/dates';

/** A code, large, once: it can never be read again. */
export function CodeShown({ code, until, whose }: { code: string; until: string; whose: string }) {
  const [copied, setCopied] = useState(false);
  return (
    <div className="grid gap-3">
      <p>
        Give {whose} this code. It opens once, until {day(until)}, and is shown only now.
      </p>
      <p className="figure rounded-2xl bg-ground px-4 py-5 text-center text-title break-all select-all" data-code>
        {code}
      </p>
      <Button
        onClick={() =>
          void navigator.clipboard.writeText(code).then(
            () => setCopied(true),
            () => setCopied(false),
          )
        }
      >
        {copied ? 'Copied' : 'Copy'}
      </Button>
      <p className="text-small text-soft">They open Deft Stride, tap “I have a code” and enter it.</p>
    </div>
  );
}
