import { Link } from '@tanstack/react-router';
import { useMemo, useState } from 'react';
import type { Schema } from '@/api/client';
import { day } from '@/app/dates';
import { useTop } from '@/app/useTop';
import { Button } from '@/ui/Button';
import { Sentence } from '@/ui/Sentence';
import { SIDES, type Side } from '@/ui/SidePlate';
import { RaiseStopSign } from '../safety/StopSign';
import { CorrectionPanel } from './CorrectionPanel';
import { DecisionPanel } from './DecisionPanel';
import { LookAgain } from './LookAgain';
import { SideBench } from './SideBench';
import type { Still } from './still';
import { decisionWord } from './words';

type Check = Schema['CheckView'];

/** A finished look: what was found, the one thing to say, the retest beside its baseline, the decision. */
export function AfterCheck({
  check,
  client,
  studio,
}: {
  check: Check;
  client: Schema['ClientView'];
  studio: Schema['StudioView'];
}) {
  const [again, setAgain] = useState(false);
  const [deciding, setDeciding] = useState(check.correction === null || check.decision !== null);
  useTop(`${check.id} ${again} ${deciding} ${check.trials.length}`);
  const target: Side = check.shin.finding.side ?? 'left';
  const correction = check.correction;
  if (again && correction)
    return (
      <LookAgain
        check={check}
        correction={correction}
        side={target}
        client={client}
        done={(next) => {
          setAgain(false);
          setDeciding(next === 'decide');
        }}
      />
    );
  const lastTrial = check.trials.at(-1);
  return (
    <div className="flex min-h-full flex-col px-3 py-3 sm:px-6 lg:h-full lg:min-h-0">
      <div className="mb-3 flex flex-wrap items-end justify-between gap-x-6 gap-y-1">
        <div className="min-w-0 flex-1 basis-[520px]">
          <h1 className="say max-w-[26em] text-[23px] sm:text-[31px]">
            <Sentence parts={lastTrial?.sentence ?? check.shin.finding.sentence} />
          </h1>
          <p className="mt-1 text-[14px] text-soft">{lastTrial?.because ?? check.shin.finding.because}</p>
        </div>
        <p className="text-[13.5px] text-soft">
          {check.exerciseName}, {check.schoolName.toLowerCase()} · {check.coach}, {day(check.at)}
        </p>
      </div>
      <div className="grid min-h-0 flex-1 gap-3 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_372px]">
        <aside
          className="flex min-h-0 flex-col gap-3.5 overflow-y-auto rounded-2xl bg-paper p-4 sm:p-5 lg:order-last"
          aria-label="What now"
        >
          {check.decision && !deciding ? null : deciding || !correction ? (
            <DecisionPanel
              check={check}
              studio={studio}
              onBack={correction && !check.decision ? () => setDeciding(false) : undefined}
            />
          ) : (
            <CorrectionPanel
              correction={correction}
              lastTrial={lastTrial}
              onAgain={() => setAgain(true)}
              onDecide={() => setDeciding(true)}
            />
          )}
          {check.decision && (
            <p className="text-[13.5px] text-soft">
              {decisionWord[check.decision.chosen]}, {check.decision.coach}, {day(check.decision.at)}.{' '}
              <Link to="/clients/$clientId" params={{ clientId: check.clientId }} className="underline underline-offset-4">
                History of {client.client.name.split(' ')[0]}
              </Link>
            </p>
          )}
          {!check.decision && (
            <>
              <div className="flex-1" />
              <RaiseStopSign clientId={check.clientId} className="w-full" />
            </>
          )}
        </aside>
        <div className="contents max-lg:grid max-lg:grid-cols-2 max-lg:gap-2">
          {SIDES.map((side) => (
            <KeptSide key={side} side={side} check={check} />
          ))}
        </div>
      </div>
      {check.decision && (
        <div className="mt-3 lg:hidden">
          <Link to="/" className="block">
            <Button className="w-full">Back to the floor</Button>
          </Link>
        </div>
      )}
    </div>
  );
}

/** One side as it was kept: its last retest when there was one, else the first look. */
function KeptSide({ side, check }: { side: Side; check: Check }) {
  const trial = check.trials.findLast((t) => t.side === side);
  const stills = useMemo(
    () => keptStills((trial?.stills ?? check.stills).filter((s) => s.side === side)),
    [trial, check.stills, side],
  );
  const [shown, setShown] = useState(0);
  const mean = trial?.after ?? check.shin[side];
  const view: Schema['ShinView'] = {
    ...check.shin,
    [side]: mean,
    stills: trial?.readings ?? check.shin.stills,
  };
  if (stills.length === 0)
    return (
      <div className="grid min-h-40 place-items-center rounded-2xl border border-dashed border-edge/50 p-4 text-soft">
        {side === 'left' ? 'Left' : 'Right'} leg not looked at.
      </div>
    );
  return (
    <div className="grid min-h-0 grid-rows-1 max-lg:h-[46dvh]">
      <SideBench
        side={side}
        {...(trial ? { label: `After “${trial.short.toLowerCase()}”` } : {})}
        stills={stills}
        shown={shown}
        reading={{ view, settled: true, problem: null }}
        active={check.shin.finding.side === side}
        upright={false}
        readOnly
        source={{
          side,
          active: false,
          loose: [],
          clientName: '',
          consent: true,
          onConsent: nothing,
          onFile: nothing,
          onLoose: nothing,
        }}
        onActivate={nothing}
        onShow={setShown}
        onPoint={nothing}
        onFacing={nothing}
        onUpright={nothing}
        onRemove={nothing}
        onAnother={nothing}
      />
    </div>
  );
}

const nothing = () => undefined;

export const keptStills = (stills: Schema['StillDto'][]): Still[] => stills.map((s) => ({ ...s, key: s.pictureId }));
