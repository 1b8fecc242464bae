import { useMutation } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { api, type Schema, take } from '@/api/client';
import { refresh } from '@/api/queries';
import { Button } from '@/ui/Button';
import { Download } from '@/ui/Download';
import { Fold } from '@/ui/Fold';
import { Trouble } from '@/ui/Notice';

type Read = Schema['ImportView'];

/** Logs of everybody as a table: out as it is, in after a look at what would come in. */
export function LogTableFold() {
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const send = useMutation({
    mutationFn: ({ from, keep }: { from: File; keep: boolean }) =>
      take(
        api.POST('/api/logs/import', {
          params: { query: { keep } },
          body: from as unknown as never,
          bodySerializer: (it: unknown) => it as File,
          headers: { 'Content-Type': 'text/csv' },
        }),
      ) as Promise<Read>,
    onSuccess: (read) => {
      if (read.kept) void refresh('client', 'floor', 'plan');
    },
  });
  const read = send.data;
  return (
    <Fold title="Logs as a table" said="CSV out and in">
      <p className="max-w-[46em] text-copy text-soft">
        One line a set of a side. What comes in is shown first and changes nothing until you say so; what is here already stays as
        it is.
      </p>
      <div className="flex flex-wrap gap-2.5">
        <Download href="/api/logs.csv" download="logs.csv">
          Download all logs
        </Download>
        <Button onClick={() => input.current?.click()}>Choose a file to bring in…</Button>
        <input
          ref={input}
          type="file"
          accept=".csv,text/csv"
          aria-label="A table of logs"
          className="sr-only"
          onChange={(e) => {
            const chosen = e.target.files?.[0] ?? null;
            e.target.value = '';
            setFile(chosen);
            if (chosen) send.mutate({ from: chosen, keep: false });
          }}
        />
      </div>
      <Trouble error={send.error} />
      {read && (
        <div className="rounded-xl border border-hair bg-ground p-4" role="status">
          <p className="say text-head">{read.sentence}</p>
          <p className="mt-1 text-copy text-soft">
            {[
              `${read.rows} rows, cells parted by ${read.separator}.`,
              read.datesRead,
              read.ignored.length > 0 ? `Not read: ${read.ignored.join(', ')}.` : '',
            ]
              .filter(Boolean)
              .join(' ')}
          </p>
          {read.refused.length > 0 && (
            <ol className="mt-2 grid max-h-64 gap-0.5 overflow-y-auto text-copy">
              {read.refused.map((r) => (
                <li key={`${r.line} ${r.why}`} className="grid grid-cols-[4.5rem_1fr]">
                  <span className="text-soft tabular-nums">line {r.line}</span>
                  <span>{r.why}</span>
                </li>
              ))}
              {read.refusedCount > read.refused.length && (
                <li className="text-soft">and {read.refusedCount - read.refused.length} more</li>
              )}
            </ol>
          )}
          {!read.kept && read.new > 0 && file && (
            <Button kind="act" className="mt-3" disabled={send.isPending} onClick={() => send.mutate({ from: file, keep: true })}>
              Bring in {read.new === 1 ? 'this log' : `these ${read.new} logs`}
            </Button>
          )}
        </div>
      )}
    </Fold>
  );
}
