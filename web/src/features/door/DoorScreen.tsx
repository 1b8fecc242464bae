import { useMutation } from '@tanstack/react-query';
import { type FormEvent, type ReactNode, useState } from 'react';
import type { Schema } from '@/api/client';
import { hasPasskeys, join, makeOwner, openCode, signIn, signInByPasskey, tryOut } from '@/api/door';
import { useOutbox } from '@/outbox/device';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Trouble } from '@/ui/Notice';

type Door = Schema['DoorView'];

/** Before anything of the studio is shown: who comes in. */
export function DoorScreen({ door }: { door: Door }) {
  const [coded, setCoded] = useState(false);
  return (
    <main
      id="main"
      className="grid min-h-full overflow-y-auto max-lg:grid-rows-[auto_1fr] lg:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]"
    >
      <Side />
      <div className="flex flex-col justify-center px-6 py-8 sm:px-12">
        <div className="w-full max-w-[27rem]">
          {door.state === 'first' ? (
            <First door={door} />
          ) : coded ? (
            <Code onBack={() => setCoded(false)} />
          ) : (
            <SignIn door={door} onCode={() => setCoded(true)} />
          )}
          <Waits />
        </div>
      </div>
    </main>
  );
}

/** The house's own side: a shin that leans, and what the app is for. */
function Side() {
  return (
    <div className="flex flex-col justify-between gap-6 bg-spine px-6 py-6 text-spine-ink sm:px-12 lg:py-12">
      <p className="say text-title">Deft Stride</p>
      <svg viewBox="0 0 240 220" className="mx-auto w-full max-w-[340px] max-lg:hidden" aria-hidden="true">
        <path d="M20 200h200" stroke="currentColor" strokeOpacity=".35" strokeWidth="2" />
        <path d="M96 196 96 60" stroke="currentColor" strokeOpacity=".35" strokeWidth="2" strokeDasharray="3 7" />
        <path d="M96 196 118 92" stroke="#F1EEE6" strokeWidth="13" strokeLinecap="round" />
        <path d="M118 92 44 84" stroke="#F1EEE6" strokeOpacity=".7" strokeWidth="13" strokeLinecap="round" />
        <path d="M44 84 54 20" stroke="#F1EEE6" strokeOpacity=".45" strokeWidth="13" strokeLinecap="round" />
        <path d="M82 196h44" stroke="#F1EEE6" strokeWidth="11" strokeLinecap="round" />
        <path d="M96 108A88 88 0 0 1 114 110" stroke="#DBA243" strokeWidth="4" fill="none" />
        <path d="M160 60v76" stroke="#DBA243" strokeWidth="4" strokeLinecap="round" />
        <path d="M151 134h18l-9 22z" fill="#DBA243" />
      </svg>
      <p className="max-w-[26ch] text-lead text-spine-soft max-lg:hidden">
        What is measured, said and decided here stays among the people of this studio.
      </p>
    </div>
  );
}

function Form({ onSubmit, children }: { onSubmit: () => void; children: ReactNode }) {
  return (
    <form
      className="mt-5 grid gap-4"
      onSubmit={(e: FormEvent) => {
        e.preventDefault();
        onSubmit();
      }}
    >
      {children}
    </form>
  );
}

const WORDS = 'At least twelve characters. Three or four words that do not belong together are easy to keep in mind.';

/** A name and a new passphrase: what somebody signs in with from here on. */
function Named(is: {
  name: string;
  onName: (name: string) => void;
  passphrase: string;
  onPassphrase: (passphrase: string) => void;
  error: unknown;
}) {
  return (
    <>
      <Field
        label="Your name"
        autoComplete="username"
        required
        value={is.name}
        onChange={(e) => is.onName(e.target.value)}
        hint="What you sign in with"
        error={is.error}
        field="name"
      />
      <Field
        label="A passphrase"
        type="password"
        autoComplete="new-password"
        required
        autoFocus={is.name !== ''}
        value={is.passphrase}
        onChange={(e) => is.onPassphrase(e.target.value)}
        hint={WORDS}
        error={is.error}
        field="passphrase"
      />
      <Trouble error={is.error} beside={['name', 'passphrase']} />
    </>
  );
}

/** The first start: an owner is made on the machine itself. */
function First({ door }: { door: Door }) {
  const [name, setName] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const [coachId, setCoachId] = useState<string | null>(null);
  const make = useMutation({ mutationFn: () => makeOwner({ name, passphrase, coachId }) });
  if (!door.here)
    return (
      <>
        <h1 className="say text-large">This studio has no owner yet.</h1>
        <p className="mt-3 text-lead text-soft">
          Open Deft Stride once on the computer that it runs on, and make the owner there. Then come back and sign in here.
        </p>
      </>
    );
  return (
    <>
      <h1 className="say text-large">Who owns this studio?</h1>
      <p className="mt-2 text-soft">
        The owner lets the others in. {door.coaches.length > 0 && 'Everything that is on record stays as it is.'}
      </p>
      <Form onSubmit={() => make.mutate()}>
        {door.coaches.length > 0 && (
          <fieldset>
            <legend className="mb-1.5 font-semibold">You are</legend>
            <div className="flex flex-wrap gap-2">
              {[...door.coaches, { id: null, name: 'Somebody new' }].map((c) => (
                <Button
                  key={c.id ?? 'new'}
                  aria-pressed={coachId === c.id}
                  className="aria-pressed:bg-ink aria-pressed:text-ground"
                  onClick={() => {
                    setCoachId(c.id);
                    setName(c.id ? c.name : '');
                  }}
                >
                  {c.name}
                </Button>
              ))}
            </div>
          </fieldset>
        )}
        <Named name={name} onName={setName} passphrase={passphrase} onPassphrase={setPassphrase} error={make.error} />
        <Button kind="act" type="submit" className="justify-self-start text-lead!" disabled={make.isPending}>
          Open the studio
        </Button>
      </Form>
    </>
  );
}

function SignIn({ door, onCode }: { door: Door; onCode: () => void }) {
  const [name, setName] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const come = useMutation({ mutationFn: () => signIn({ name, passphrase }) });
  const byKey = useMutation({ mutationFn: signInByPasskey });
  const tried = useMutation({ mutationFn: tryOut });
  if (door.madeUp.length > 0)
    return (
      <>
        <h1 className="say text-large">Who is coaching?</h1>
        <p className="mt-2 text-soft">
          Made-up people on made-up data: one tap and you are in. A studio of your own asks for a passphrase.
        </p>
        <ul className="mt-5 grid gap-2.5">
          {door.madeUp.map((p, i) => (
            <li key={p.id}>
              <Button
                kind={i === 0 ? 'act' : 'plain'}
                className="min-h-16! w-full justify-between! text-left text-lead!"
                disabled={tried.isPending}
                onClick={() => tried.mutate(p.id)}
              >
                <span>{p.name}</span>
                <span className="text-copy font-normal opacity-80">{ROLES[p.role]}</span>
              </Button>
            </li>
          ))}
        </ul>
        <Trouble error={tried.error} />
        <Button kind="quiet" className="mt-4 px-0!" onClick={onCode}>
          I have a code
        </Button>
      </>
    );
  return (
    <>
      <h1 className="say text-large">Come in.</h1>
      <Form onSubmit={() => come.mutate()}>
        <Field
          label="Your name"
          autoComplete="username"
          required
          autoFocus
          value={name}
          onChange={(e) => setName(e.target.value)}
          error={come.error}
          field="name"
        />
        <Field
          label="Your passphrase"
          type="password"
          autoComplete="current-password"
          required
          value={passphrase}
          onChange={(e) => setPassphrase(e.target.value)}
          error={come.error}
          field="passphrase"
        />
        <Trouble error={come.error ?? byKey.error} beside={['name', 'passphrase']} />
        <div className="flex flex-wrap items-center gap-3">
          <Button kind="act" type="submit" className="text-lead!" disabled={come.isPending}>
            Sign in
          </Button>
          {hasPasskeys() && (
            <Button disabled={byKey.isPending} onClick={() => byKey.mutate()}>
              With a key of this device
            </Button>
          )}
          <Button kind="quiet" onClick={onCode}>
            I have a code
          </Button>
        </div>
      </Form>
    </>
  );
}

/** A code: a client's own page at once; an invitation asks for a passphrase. */
function Code({ onBack }: { onBack: () => void }) {
  const [code, setCode] = useState('');
  const [name, setName] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const open = useMutation({ mutationFn: () => openCode(code), onSuccess: (found) => setName(found.name) });
  const come = useMutation({ mutationFn: () => join({ code, name, passphrase }) });
  const found = open.data && !open.data.open ? open.data : null;
  return (
    <>
      <h1 className="say text-large">{found ? `Welcome, ${found.name.split(' ')[0]}.` : 'Enter your code.'}</h1>
      <p className="mt-2 text-soft">
        {found
          ? `You come in as ${ROLES[found.role].toLowerCase()}. Choose a passphrase; the code opens nothing after this.`
          : 'Twenty letters and digits, from your coach or the owner of the studio. It opens once.'}
      </p>
      <Form onSubmit={() => (found ? come.mutate() : open.mutate())}>
        {found ? (
          <Named name={name} onName={setName} passphrase={passphrase} onPassphrase={setPassphrase} error={come.error} />
        ) : (
          <>
            <Field
              label="Code"
              required
              autoFocus
              autoComplete="one-time-code"
              autoCapitalize="characters"
              spellCheck={false}
              value={code}
              onChange={(e) => setCode(e.target.value)}
              error={open.error}
              field="code"
            />
            <Trouble error={open.error} beside={['code']} />
          </>
        )}
        <div className="flex flex-wrap items-center gap-3">
          <Button kind="act" type="submit" className="text-lead!" disabled={open.isPending || come.isPending}>
            {found ? 'Come in' : 'Open'}
          </Button>
          <Button kind="quiet" onClick={onBack}>
            Back
          </Button>
        </div>
      </Form>
    </>
  );
}

/** What somebody entered here before they were signed out is safe, and whose it is nobody else is told. */
function Waits() {
  const waiting = useOutbox().filter((e) => e.state !== 'kept').length;
  if (waiting === 0) return null;
  return (
    <p role="status" className="mt-6 rounded-[10px] border-l-4 border-slate bg-slate-wash px-3.5 py-2.5 text-body text-slate">
      {waiting === 1 ? 'One thing waits' : `${waiting} things wait`} on this device. Nothing is lost: it is sent when whoever
      entered it signs in here again.
    </p>
  );
}

export const ROLES: Record<Schema['Role'], string> = {
  owner: 'Owner',
  coach: 'Coach',
  assistant: 'Assistant',
  client: 'Client',
};
