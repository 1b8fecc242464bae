import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { peopleQuery } from '@/api/options';
import { queries } from '@/api/queries';
import { usePerson } from '@/device/person';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { Field } from '@/ui/Field';
import { Empty, Trouble, Waiting } from '@/ui/Notice';
import { Sheet } from '@/ui/Sheet';
import { day } from '@/words/dates';
import { CodeShown } from './CodeShown';
import { Deeds } from './Deeds';
import { ROLES } from './DoorScreen';

type Who = Schema['PersonView'];

const refreshPeople = () =>
  queries.invalidateQueries({ predicate: (q) => ['people', 'deeds', 'door', 'studio'].includes(String(q.queryKey[0])) });

/** Who may come in, as what, and who did what. */
export function PeopleScreen() {
  const me = usePerson();
  const people = useQuery({ ...peopleQuery, enabled: me?.owns === true });
  const [inviting, setInviting] = useState<Who | 'new' | null>(null);
  const [picked, setPicked] = useState<Who | null>(null);
  if (!me?.owns)
    return (
      <div className="p-6">
        <Empty screen title="The people of the studio are the owner’s to let in.">
          {me?.role === 'owner'
            ? 'Sign in with your passphrase: a number is not enough here.'
            : 'Ask the owner if somebody is missing.'}
        </Empty>
      </div>
    );
  if (!people.data) return <Waiting what="the people" error={people.error} />;
  const inside = people.data.filter((p) => p.wayIn === 'open').length;
  return (
    <div className="mx-auto max-w-[1240px] px-4 py-5 sm:px-8 sm:py-7">
      <div className="grid gap-x-12 gap-y-9 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <section aria-label="People">
          <div className="flex flex-wrap items-start justify-between gap-3">
            <h1 className="say text-large">{inside === 1 ? 'One person comes in here.' : `${inside} people come in here.`}</h1>
            <Button kind="act" onClick={() => setInviting('new')}>
              Invite somebody
            </Button>
          </div>
          <ul className="mt-5 grid gap-2.5">
            {people.data.map((p) => (
              <li
                key={p.coachId}
                className="flex flex-wrap items-center gap-x-4 gap-y-1 rounded-2xl bg-paper px-5 py-3.5"
                data-person={p.name}
              >
                <div className="min-w-0 flex-1 basis-48">
                  <p className="text-lead font-semibold">
                    {p.name}
                    {p.me && <span className="font-normal text-soft"> · you</span>}
                  </p>
                  <p className={`text-copy ${p.wayIn === 'open' ? 'text-soft' : 'text-slate'}`}>{said(p)}</p>
                </div>
                {p.wayIn === 'open' ? (
                  <Button onClick={() => setPicked(p)}>Change…</Button>
                ) : (
                  <Button onClick={() => setInviting(p)}>{p.wayIn === 'invited' ? 'New code…' : 'Invite…'}</Button>
                )}
              </li>
            ))}
          </ul>
        </section>
        <Deeds people={people.data} />
      </div>
      {inviting && <Invite whom={inviting} onClose={() => setInviting(null)} />}
      {picked && <Change person={picked} onClose={() => setPicked(null)} />}
    </div>
  );
}

/** Where somebody stands, in words. */
function said(p: Who) {
  const role = p.role ? `${ROLES[p.role]}${p.onlyOwn ? ', own clients only' : ''}` : 'Coach on record';
  if (p.wayIn === 'invited') return `${role} · invited, the code opens until ${day(p.invitedUntil ?? '')}`;
  if (p.wayIn === 'closed') return 'The way in was closed. Everything they recorded keeps their name.';
  if (p.wayIn === 'none') return 'On record, without a way in';
  const seen = p.seenAt ? `, last seen ${day(p.seenAt)}` : '';
  return `${role} · ${p.devices === 0 ? 'signed in nowhere' : p.devices === 1 ? `on one device${seen}` : `on ${p.devices} devices${seen}`}`;
}

type Access = { role: Who['role'] & string; onlyOwn: boolean; pictures: boolean };

function AccessChoice({ value, onPick }: { value: Access; onPick: (next: Access) => void }) {
  return (
    <div className="grid gap-4">
      <div>
        <p className="mb-1.5 font-semibold">As</p>
        <Choice
          label="As"
          value={value.role}
          options={[
            { value: 'coach', text: 'Coach' },
            { value: 'assistant', text: 'Assistant' },
            { value: 'owner', text: 'Owner' },
          ]}
          onPick={(role) => onPick({ ...value, role })}
        />
        <p className="mt-1.5 text-small text-soft">{DOES[value.role as keyof typeof DOES]}</p>
      </div>
      {value.role === 'coach' && (
        <div>
          <p className="mb-1.5 font-semibold">Clients</p>
          <Choice
            label="Clients"
            value={value.onlyOwn ? 'own' : 'all'}
            options={[
              { value: 'all', text: 'All of them' },
              { value: 'own', text: 'Their own' },
            ]}
            onPick={(which) => onPick({ ...value, onlyOwn: which === 'own' })}
          />
        </div>
      )}
      {value.role === 'assistant' && (
        <div>
          <p className="mb-1.5 font-semibold">Pictures and films</p>
          <Choice
            label="Pictures and films"
            value={value.pictures ? 'shown' : 'hidden'}
            options={[
              { value: 'hidden', text: 'Not shown' },
              { value: 'shown', text: 'Shown' },
            ]}
            onPick={(which) => onPick({ ...value, pictures: which === 'shown' })}
          />
        </div>
      )}
    </div>
  );
}

const DOES = {
  coach: 'Looks, corrects, decides, plans. The studio’s own settings stay the owner’s.',
  assistant: 'The day, its sessions and the log. Nothing of a client’s record beyond that.',
  owner: 'Everything: the studio, its people, backups, erasure.',
};

function Invite({ whom, onClose }: { whom: Who | 'new'; onClose: () => void }) {
  const [name, setName] = useState('');
  const [access, setAccess] = useState<Access>({ role: 'coach', onlyOwn: false, pictures: false });
  const invite = useMutation({
    mutationFn: () =>
      take(
        api.POST('/api/invitations', {
          body: { id: uuid(), ...access, ...(whom === 'new' ? { name, coachId: null } : { coachId: whom.coachId, name: null }) },
        }),
      ),
    onSuccess: refreshPeople,
  });
  return (
    <Sheet title={whom === 'new' ? 'Invite somebody' : `Invite ${whom.name.split(' ')[0]}`} open onOpenChange={onClose}>
      {invite.data ? (
        <CodeShown code={invite.data.code} until={invite.data.endsAt} whose="them" />
      ) : (
        <form
          className="grid gap-5"
          onSubmit={(e) => {
            e.preventDefault();
            invite.mutate();
          }}
        >
          {whom === 'new' && (
            <Field
              label="Name"
              required
              autoFocus
              value={name}
              onChange={(e) => setName(e.target.value)}
              error={invite.error}
              field="name"
            />
          )}
          <AccessChoice value={access} onPick={setAccess} />
          <Trouble error={invite.error} beside={['name']} />
          <Button kind="act" type="submit" disabled={invite.isPending}>
            Make a code
          </Button>
        </form>
      )}
    </Sheet>
  );
}

function Change({ person, onClose }: { person: Who; onClose: () => void }) {
  const [access, setAccess] = useState<Access>({
    role: person.role ?? 'coach',
    onlyOwn: person.onlyOwn,
    pictures: person.pictures,
  });
  const done = {
    onSuccess: async () => {
      await refreshPeople();
      onClose();
    },
  };
  const keep = useMutation({
    mutationFn: () => take(api.PUT('/api/people/{id}', { params: { path: { id: person.coachId } }, body: access })),
    ...done,
  });
  const close = useMutation({
    mutationFn: () => take(api.POST('/api/people/{id}/removal', { params: { path: { id: person.coachId } } })),
    ...done,
  });
  return (
    <Sheet title={person.name} open onOpenChange={onClose}>
      <AccessChoice value={access} onPick={setAccess} />
      <div className="mt-5 grid gap-3">
        <Trouble error={keep.error ?? close.error} />
        <Button kind="act" disabled={keep.isPending} onClick={() => keep.mutate()}>
          Keep
        </Button>
        <Button kind="stop" disabled={close.isPending} onClick={() => close.mutate()}>
          Close their way in
        </Button>
        <p className="text-small text-soft">
          They are signed out everywhere at once. What they recorded keeps their name; what waits on a device of theirs can be
          sent once they are let in again.
        </p>
      </div>
    </Sheet>
  );
}
