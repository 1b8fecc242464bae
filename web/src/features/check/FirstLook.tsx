import type { Schema } from '@/api/client';
import { PainAsk, SorenessAsk } from '@/features/pain/PainAsk';
import { CareAsk } from '@/features/safety/CareAsk';
import { Conditions } from '@/features/safety/Conditions';
import { RaiseStopSign } from '@/features/safety/StopSign';
import { fromView, type Still } from '@/pictures/still';
import { Button } from '@/ui/Button';
import { Trouble } from '@/ui/Notice';
import { Sentence } from '@/ui/Sentence';
import { SIDES, type Side, SidePlate, sideWord } from '@/ui/SidePlate';
import { Unsent } from '@/ui/Unsent';
import { AskPanel } from './AskPanel';
import { DeskActions, ThumbActions } from './LookActions';
import { LookBenches } from './LookBenches';
import { Extent, SchoolChoice } from './LookSetup';
import { leading } from './leading';
import { Caret, MeasureList } from './MeasureList';
import { MomentStrip } from './MomentStrip';
import { SettleGate } from './SettleGate';
import { type Station, StationBar } from './StationBar';
import type { Next } from './steps';
import { type FirstLookProps, useFirstLook } from './useFirstLook';
import { useLookKeys } from './useLookKeys';

/** A look at somebody, from the first picture or the first thing seen to "Done". */
export function FirstLook(props: FirstLookProps) {
  const { client, studio } = props;
  const state = useFirstLook(props);
  useLookKeys(state);
  const {
    clientId,
    first,
    kept,
    draft,
    step,
    work,
    fetched,
    standard,
    stations,
    station,
    setStation,
    view,
    moment,
    setChosen,
    slotOf,
    stillsIn,
    active,
    setActive,
    refused,
    pending,
    finishing,
    current,
    reading,
    look,
    next,
    markedSides,
    onSeen,
    onRestFine,
    keep,
    startOver,
    measures,
    strip,
  } = state;
  const note = (at: Station) => {
    if (at === 'ask')
      return (
        [draft.pain && 'pain', draft.felt && 'felt', draft.effort !== null && 'effort'].filter(Boolean).join(', ') ||
        'pain, felt, load'
      );
    const wanted = standard.plan.filter((p) => p.view === at && p.essential);
    const got = SIDES.filter((side) => draft.stills.some((s) => s.view === at && s.side === side)).map((s) =>
      s === 'left' ? 'L' : 'R',
    );
    return got.length > 0 ? `pictures ${got.join(' ')}` : wanted.length > 0 && draft.mode === 'whole' ? 'needed' : 'if you like';
  };

  return (
    <div className="flex min-h-full flex-col px-3 py-3 sm:px-6 lg:h-full lg:min-h-0">
      <div className="mb-1.5 flex items-start justify-between gap-8">
        <div className="min-w-0">
          <h1 className="say min-h-[2.26em] text-title sm:text-big" aria-live="polite">
            {look && markedSides.length > 0 ? <Sentence parts={look.finding.sentence} /> : <>“{standard.task}”</>}
          </h1>
          <p className="mt-1 text-copy text-soft">
            {look && markedSides.length > 0
              ? look.finding.because
              : current
                ? `${first} heard this and nothing more. Tap the points as they are asked for.`
                : `Say this to ${first} and nothing more. ${start(next)}`}
          </p>
        </div>
        {client.today.asked && (
          <p className="max-w-[260px] shrink-0 pt-1 text-right text-small text-soft max-lg:hidden" data-today>
            <span className="block font-semibold text-ink">{client.today.asked.text}</span>
            {client.today.exerciseName}. {client.today.firstSideText}
          </p>
        )}
      </div>

      <StationBar look={look} stations={stations} at={station} note={note} onGo={setStation}>
        <Extent
          studio={studio}
          notOffered={client.today.notOffered}
          draft={draft}
          onChange={(change) => step({ kind: 'set', change })}
        />
      </StationBar>

      {station !== 'ask' && (
        <div className="mb-2 flex flex-wrap items-center justify-between gap-x-4 gap-y-2">
          <div className="flex flex-1 gap-2 md:hidden" role="group" aria-label="Side">
            {SIDES.map((side) => (
              <button
                key={side}
                type="button"
                aria-pressed={active === side}
                onClick={() => setActive(side)}
                className={`flex min-h-11 flex-1 items-center gap-2 rounded-[10px] border px-3 text-left font-semibold ${active === side ? 'border-ink bg-paper' : 'border-hair text-soft'}`}
              >
                <SidePlate side={side} />
                {tabWords(standard, look, side, stillsIn(slotOf(side)))}
              </button>
            ))}
          </div>
          {strip.length > 1 &&
            (draft.mode === 'whole' || draft.stills.some((s) => s.view === view && s.moment !== strip[0]?.moment)) && (
              <MomentStrip
                plan={strip}
                at={moment}
                has={(m) => SIDES.filter((side) => stillsIn({ side, view, moment: m }).length > 0)}
                onGo={(m) => setChosen((c) => ({ ...c, [view]: m }))}
              />
            )}
          <details key={`${draft.mode} ${draft.exerciseId} ${draft.school}`} className="group w-full md:hidden">
            <summary className="flex min-h-11 cursor-pointer items-center gap-2 text-copy font-semibold text-soft">
              <Caret />
              {standard.exerciseName}, {draft.mode === 'quick' ? 'quick look' : 'full check'}, {standard.schoolName.toLowerCase()}
            </summary>
            <div className="flex flex-wrap gap-2 pb-1">
              <Extent
                studio={studio}
                notOffered={client.today.notOffered}
                draft={draft}
                onChange={(change) => step({ kind: 'set', change })}
              />
              <SchoolChoice
                studio={studio}
                standard={standard}
                onPick={(school) => step({ kind: 'set', change: (d) => ({ ...d, school }) })}
              />
            </div>
          </details>
          <div className="ml-auto max-md:hidden">
            <SchoolChoice
              studio={studio}
              standard={standard}
              onPick={(school) => step({ kind: 'set', change: (d) => ({ ...d, school }) })}
            />
          </div>
        </div>
      )}

      <div className="grid min-h-0 flex-1 gap-3 md:max-lg:grid-cols-2 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_336px]">
        {station === 'ask' ? (
          <div className="grid min-h-0 grid-rows-1 lg:col-span-2 md:max-lg:col-span-2">
            <AskPanel
              draft={draft}
              standard={standard}
              look={look}
              repeated={client.checks.length > 0}
              onChange={(change) => step({ kind: 'set', change })}
              onStated={(stated) =>
                work(({ stated: all }) => ({
                  stated: [
                    ...all.filter((s) => s.measureId !== stated.measureId || s.side !== stated.side),
                    ...(stated.value === null ? [] : [stated]),
                  ],
                }))
              }
            />
          </div>
        ) : (
          <LookBenches client={client} state={state} />
        )}

        <aside
          className="flex min-h-0 flex-col gap-3 rounded-2xl bg-paper p-4 md:max-lg:col-span-2 lg:pb-3"
          aria-label="This look"
        >
          <div className="grid min-h-0 flex-1 content-start gap-3.5 lg:-mx-2 lg:overflow-y-auto lg:px-2">
            <Conditions today={client.today} />
            {standard.gate && <SettleGate gate={standard.gate} place={`gate-${draft.id}`} />}
            <PainAsk
              id="pain"
              label={`Does anything hurt, ${first}?`}
              pain={draft.pain}
              onChange={(pain) => step({ kind: 'set', change: (d) => ({ ...d, pain }) })}
              about={client.today.aboutPain}
            />
            {draft.pain !== null && (
              <SorenessAsk
                value={draft.soreness ?? null}
                onPick={(soreness) => step({ kind: 'set', change: (d) => ({ ...d, soreness }) })}
              />
            )}
            {measures.length > 0 && (
              <MeasureList
                measures={measures}
                look={look}
                clientId={clientId}
                standard={standard}
                onSeen={onSeen}
                onRestFine={onRestFine}
              />
            )}
            {client.today.ask.length > 0 && (
              <details className="rounded-[10px] border border-brass px-3.5">
                <summary className="flex min-h-11 cursor-pointer items-center text-body font-semibold">
                  Not asked yet for the record: {client.today.ask.length}
                </summary>
                <div className="pb-3">
                  <CareAsk clientId={clientId} fields={client.today.ask} />
                </div>
              </details>
            )}
            <p className="text-small text-soft">{studio.cautions.beforeCheck}</p>
          </div>
          <Trouble
            error={
              refused ?? keep.error ?? startOver.error ?? fetched.error ?? (reading.problem ? new Error(reading.problem) : null)
            }
          />
          <Unsent entries={finishing} />
          {kept.refusal && (
            <div className="grid gap-2" data-clash>
              <Trouble
                error={
                  new Error(
                    kept.clash
                      ? 'This look was changed on another device. Nothing of either is lost yet.'
                      : kept.refusal.sentence,
                  )
                }
              />
              <Button onClick={() => void kept.takeTheirs()}>Go on with theirs</Button>
              {kept.clash && <Button onClick={() => void kept.keepMine()}>Keep what is here</Button>}
            </div>
          )}
          {pending > 0 && (
            <p role="status" className="text-copy text-slate">
              Sending {pending === 1 ? 'the picture' : `${pending} pictures`}…
            </p>
          )}
          <DeskActions state={state} />
          <RaiseStopSign clientId={clientId} className="w-full" />
          {markedSides.length + draft.stills.length > 0 && (
            <Button kind="quiet" onClick={() => startOver.mutate()} className="text-soft lg:hidden">
              Drop this look
            </Button>
          )}
        </aside>
      </div>

      <ThumbActions state={state} />
    </div>
  );
}

/** How to begin, while nothing has been looked at. */
const start = (next: Next) =>
  next.kind === 'picture'
    ? `Start with a picture of the ${sideWord(next.slot.side)} leg ${next.slot.view === 'side' ? 'in front' : fromView[next.slot.view]}, or say what you see.`
    : 'Then say what you see.';

/** What a phone's side tab says: the reading, or what is still missing. */
function tabWords(standard: Schema['StandardView'], look: Schema['LookView'] | null, side: Side, stills: Still[]) {
  const [still] = stills;
  const read = still && leading(standard, look, { side, view: still.view, moment: still.moment })[0];
  if (read) return `${read.words} ${read.reachText ?? ''}`;
  return still ? 'to mark' : 'no picture';
}
