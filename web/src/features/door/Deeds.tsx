import { useInfiniteQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schema, take } from '@/api/client';
import { Button } from '@/ui/Button';
import { Trouble } from '@/ui/Notice';
import { day, time } from '@/words/dates';

type Deed = Schema['Deed'];

/** What was done, and by which word whom it was about follows. */
const WORDS: Record<Deed, [did: string, joins?: string]> = {
  ownerMade: ['became the owner'],
  signedIn: ['signed in'],
  signInFailed: ['gave a wrong passphrase'],
  lockedOut: ['was locked out for a while'],
  signedOut: ['signed out'],
  signedOutEverywhere: ['signed out everywhere'],
  tookOver: ['took over by number'],
  passphraseChanged: ['changed the passphrase'],
  pinChanged: ['set a number'],
  passkeyAdded: ['added a passkey'],
  passkeyRemoved: ['took a passkey away'],
  invited: ['invited somebody'],
  invitationUsed: ['came in by an invitation'],
  codeMade: ['made a code', 'for'],
  codeUsed: ['opened their own page'],
  roleChanged: ['changed what somebody may do'],
  removed: ['closed a way in'],
  wayInMade: ['got a new way in on the machine'],
  pictureSeen: ['looked at a picture', 'of'],
  filmSeen: ['watched a film', 'of'],
  exported: ['took out a file', 'about'],
  restored: ['brought an earlier state of the studio back'],
  erased: ['erased'],
  broughtIn: ['took in the file', 'of'],
  overruled: ['decided otherwise than recommended', 'for'],
  settingChanged: ['changed a setting', 'for'],
};

const GROUPS: { value: Deed | ''; text: string }[] = [
  { value: '', text: 'Everything' },
  { value: 'pictureSeen', text: 'Pictures looked at' },
  { value: 'filmSeen', text: 'Films watched' },
  { value: 'exported', text: 'Taken out' },
  { value: 'overruled', text: 'Decided otherwise' },
  { value: 'settingChanged', text: 'Settings' },
  { value: 'signedIn', text: 'Signed in' },
  { value: 'signInFailed', text: 'Wrong passphrases' },
  { value: 'tookOver', text: 'Taken over' },
];

const pick = 'h-11 rounded-[10px] border border-edge bg-paper px-3 text-body pointer-coarse:text-entry';

/** Who did what, newest first. */
export function Deeds({ people }: { people: Schema['PersonView'][] }) {
  const [deed, setDeed] = useState<Deed | ''>('');
  const [coach, setCoach] = useState('');
  const deeds = useInfiniteQuery({
    queryKey: ['deeds', deed, coach],
    queryFn: ({ pageParam }) =>
      take(
        api.GET('/api/deeds', {
          params: {
            query: {
              ...(deed ? { deed } : {}),
              ...(coach ? { coach } : {}),
              ...(pageParam ? { before: pageParam } : {}),
            },
          },
        }),
      ),
    initialPageParam: null as string | null,
    getNextPageParam: (last) => last.before,
  });
  const lines = deeds.data?.pages.flatMap((p) => p.deeds) ?? [];
  let shown = '';
  return (
    <section aria-label="Who did what">
      <h2 className="say text-head">Who did what</h2>
      <div className="mt-3 flex flex-wrap gap-2">
        <select aria-label="What" className={pick} value={deed} onChange={(e) => setDeed(e.target.value as Deed | '')}>
          {GROUPS.map((g) => (
            <option key={g.value} value={g.value}>
              {g.text}
            </option>
          ))}
        </select>
        <select aria-label="Who" className={pick} value={coach} onChange={(e) => setCoach(e.target.value)}>
          <option value="">Everybody</option>
          {people.map((p) => (
            <option key={p.coachId} value={p.coachId}>
              {p.name}
            </option>
          ))}
        </select>
      </div>
      <Trouble error={deeds.error} />
      {deeds.data && lines.length === 0 && <p className="mt-4 text-soft">Nothing of this has happened yet.</p>}
      <ul className="mt-3">
        {lines.map((line, i) => {
          const date = day(line.at);
          const head = date !== shown;
          shown = date;
          return (
            <li key={i}>
              {head && <p className="mt-4 mb-1 text-copy font-semibold text-soft">{date}</p>}
              <p className="border-t border-hair py-1.5 text-body" data-deed={line.deed}>
                <span className="figure mr-3 text-copy text-soft">{time(new Date(line.at))}</span>
                <span className="font-semibold">{line.who ?? (line.deed === 'codeUsed' ? line.client : 'Somebody')}</span>{' '}
                {WORDS[line.deed][0]}
                {line.client && WORDS[line.deed][1] && (
                  <>
                    {' '}
                    {WORDS[line.deed][1]} <span className="font-semibold">{line.client}</span>
                  </>
                )}
                {line.subject && <span className="text-soft"> · {line.subject}</span>}
                {line.device && <span className="text-soft"> · {line.device}</span>}
              </p>
            </li>
          );
        })}
      </ul>
      {deeds.hasNextPage && (
        <Button className="mt-3" disabled={deeds.isFetchingNextPage} onClick={() => void deeds.fetchNextPage()}>
          Earlier
        </Button>
      )}
    </section>
  );
}
