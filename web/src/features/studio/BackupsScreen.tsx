import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Schema } from '@/api/client';
import { once } from '@/api/once';
import { backupsQuery } from '@/api/options';
import { queries } from '@/api/queries';
import { closeAll } from '@/device/openClients';
import { usePerson } from '@/device/person';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Empty, Trouble, Waiting } from '@/ui/Notice';
import { Sheet } from '@/ui/Sheet';
import { day, dayAndTime } from '@/words/dates';
import { Carrying } from './Carrying';

type Backup = Schema['BackupView'];

const WHY: Record<string, string> = {
  daily: 'the day’s own',
  asked: 'taken by hand',
  'before-restore': 'before an earlier state was brought back',
  'before-upgrade': 'before a new version',
  'database-alone': 'before a new version, without pictures',
};

const refresh = () => queries.invalidateQueries({ queryKey: backupsQuery.queryKey });

/** What is saved of the studio, where it lies, when it goes, and how to bring it back. */
export function BackupsScreen() {
  const me = usePerson();
  const backups = useQuery({ ...backupsQuery, enabled: me?.owns === true });
  const [picked, setPicked] = useState<Backup | null>(null);
  const now = useMutation({
    mutationFn: () => once('POST', '/api/backups', {}),
    onMutate: () => setTimeout(refresh, 300),
    onSettled: refresh,
  });
  if (!me?.owns)
    return (
      <div className="p-6">
        <Empty screen title="Backups are the owner’s.">
          {me?.role === 'owner'
            ? 'Sign in with your passphrase: a number is not enough here.'
            : 'Ask the owner if the floor says that one is missing.'}
        </Empty>
      </div>
    );
  if (!backups.data) return <Waiting what="the backups" error={backups.error} />;
  const { folder, closes, warning, trouble, work, unreadable, backups: all } = backups.data;
  const last = all.find((b) => b.why !== 'database-alone');
  const missing = last?.missing ?? 0;
  return (
    <div className="mx-auto max-w-[1240px] px-4 py-5 sm:px-8 sm:py-7">
      <div className="flex flex-wrap items-start justify-between gap-4">
        <div className="min-w-0">
          <h1 className="say text-large">{last ? `Saved ${dayAndTime(new Date(last.at))}.` : 'Nothing is saved yet.'}</h1>
          <p className="mt-1 text-body text-soft">
            One a day by itself. Seven days, four weeks and twelve months are kept.{' '}
            {closes && 'Each is closed with a passphrase.'}
          </p>
        </div>
        <Button kind="act" disabled={now.isPending || work !== null} onClick={() => now.mutate()}>
          Save now
        </Button>
      </div>
      <div className="mt-4 grid gap-2 empty:hidden">
        {work && (
          <p role="status" className="rounded-[10px] border-l-4 border-slate bg-slate-wash px-3.5 py-2.5 text-slate">
            {work.restoring ? 'An earlier state is brought back' : 'The studio is being saved'}: {Math.round(work.done * 100)} %.
            Go on working meanwhile.
          </p>
        )}
        {(warning ?? trouble) && (
          <p role="alert" className="rounded-[10px] border-l-4 border-brick bg-brick-wash px-3.5 py-2.5 text-brick">
            {[warning, trouble].filter(Boolean).join(' ')}
          </p>
        )}
        {missing > 0 && (
          <p role="alert" className="rounded-[10px] border-l-4 border-brick bg-brick-wash px-3.5 py-2.5 text-brick">
            {missing === 1 ? 'One picture or film is' : `${missing} pictures or films are`} missing from the studio’s own folder
            and from every backup. Everything else is saved. Check the disk.
          </p>
        )}
        {unreadable > 0 && (
          <p role="alert" className="rounded-[10px] border-l-4 border-brick bg-brick-wash px-3.5 py-2.5 text-brick">
            {unreadable === 1
              ? 'One backup here cannot be read and is not listed.'
              : `${unreadable} backups here cannot be read and are not listed.`}{' '}
            Check the disk that they lie on.
          </p>
        )}
        <Trouble error={now.error} />
      </div>
      {all.length > 0 && (
        <ol aria-label="Backups" className="mt-6 overflow-hidden rounded-2xl bg-paper">
          {all.map((b) => (
            <li
              key={b.name}
              data-backup={b.name}
              className="flex flex-wrap items-center gap-x-6 gap-y-1 border-t border-hair px-5 py-3 first:border-t-0"
            >
              <div className="min-w-0 flex-1 basis-56">
                <p className="text-lead font-semibold">{dayAndTime(new Date(b.at))}</p>
                <p className="text-copy text-soft">
                  {WHY[b.why]}
                  {b.sealed && ', closed'}
                </p>
              </div>
              <p className="figure w-24 text-right text-body max-sm:w-auto">{size(b.bytes)}</p>
              <p className="w-52 text-copy text-soft max-sm:w-auto max-sm:flex-1">
                {b.goes ? `here until about ${day(b.goes)}` : 'stays until later versions'}
              </p>
              <Button disabled={work !== null} onClick={() => setPicked(b)}>
                Bring back…
              </Button>
            </li>
          ))}
        </ol>
      )}
      <p className="mt-4 max-w-[70ch] text-copy text-soft">
        They lie in <span className="font-semibold break-all">{folder}</span>. A disk that breaks takes what lies on it along:
        have them written to another one, and carry a copy out of the house now and then.
      </p>
      <Carrying />
      {picked && <BringBack backup={picked} closes={closes} onClose={() => setPicked(null)} />}
    </div>
  );
}

function BringBack({ backup, closes, onClose }: { backup: Backup; closes: boolean; onClose: () => void }) {
  const [passphrase, setPassphrase] = useState('');
  const back = useMutation({
    mutationFn: () =>
      once('POST', `/api/backups/${encodeURIComponent(backup.name)}/restore`, {
        passphrase: passphrase === '' ? null : passphrase,
      }),
    onSuccess: async () => {
      // Who was added since then is not there any more.
      closeAll();
      await refresh();
      onClose();
    },
  });
  return (
    <Sheet title={`Back to ${dayAndTime(new Date(backup.at))}?`} open onOpenChange={onClose}>
      <p>
        What was entered since then is no longer there afterwards. The studio as it is now is saved first, and comes back the same
        way.
      </p>
      <p className="mt-3 text-soft">
        {backup.why === 'database-alone'
          ? 'This one holds no pictures and films.'
          : 'It is read through before anything is changed. For a moment nobody gets an answer, then everybody goes on; who was not signed in at that time signs in again.'}
      </p>
      <form
        className="mt-5 grid gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          back.mutate();
        }}
      >
        {backup.sealed && (
          <Field
            label="Its passphrase"
            type="password"
            autoComplete="off"
            required={!closes}
            value={passphrase}
            onChange={(e) => setPassphrase(e.target.value)}
            {...(closes ? { hint: 'Only where it is another than the one set now.' } : {})}
          />
        )}
        <Trouble error={back.error} />
        <div className="flex flex-wrap gap-2">
          <Button kind="stop" type="submit" disabled={back.isPending}>
            Bring it back
          </Button>
          <Button kind="quiet" onClick={onClose}>
            Leave it
          </Button>
        </div>
      </form>
    </Sheet>
  );
}

/** "3.4 MB", "12 GB": a magnitude, not a count of bytes. */
const size = (bytes: number) => {
  const [n, unit] = bytes < 1e6 ? [bytes / 1e3, 'kB'] : bytes < 1e9 ? [bytes / 1e6, 'MB'] : [bytes / 1e9, 'GB'];
  return `${n < 10 ? n.toFixed(1) : Math.round(n)} ${unit}`;
};
