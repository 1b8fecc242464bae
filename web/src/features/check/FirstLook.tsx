import type { Schema } from '@/api/client';
import { ExerciseNotes } from '@/features/bench/ExerciseNotes';
import { PainAsk } from '@/features/pain/PainAsk';
import { CareAsk } from '@/features/safety/CareAsk';
import { Conditions } from '@/features/safety/Conditions';
import { RaiseStopSign } from '@/features/safety/StopSign';
import { Sending } from '@/pictures/Sending';
import type { Still } from '@/pictures/still';
import { Button } from '@/ui/Button';
import { Trouble } from '@/ui/Notice';
import { standing } from '@/ui/results';
import { Sentence } from '@/ui/Sentence';
import { SIDES, type Side, SidePlate } from '@/ui/SidePlate';
import { Unsent } from '@/ui/Unsent';
import { AskPanel } from './AskPanel';
import { ClipPanel, Following } from './ClipPanel';
import type { Draft } from './draft';
import { HowTall } from './HowTall';
import { LookActions } from './LookActions';
import { LookBenches } from './LookBenches';
import { Amount, Exercise, SchoolChoice } from './LookSetup';
import { leading } from './leading';
import { MeasureList } from './MeasureList';
import { MomentStrip } from './MomentStrip';
import { SettleGate } from './SettleGate';
import { type Station, StationBar } from './StationBar';
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
    asking,
    reading,
    look,
    markedSides,
    onSeen,
    onRestFine,
    keep,
    startOver,
    measures,
    strip,
    clip,
  } = state;
  const note = (at: Station) => {
    if (at === 'checks') return `${answered} of ${2 * must.length}`;
    if (at === 'ask') return [draft.felt && 'felt', draft.effort !== null && 'effort'].filter(Boolean).join(', ') || 'felt, load';
    const wanted = standard.plan.filter((p) => p.view === at && p.essential);
    const got = SIDES.filter((side) => draft.stills.some((s) => s.view === at && s.side === side)).map((s) =>
      s === 'left' ? 'L' : 'R',
    );
    return got.length > 0 ? `${got.join(' ')} taken` : wanted.length > 0 && draft.mode === 'whole' ? 'needed' : 'optional';
  };
  const exercise = studio.exercises.find((e) => e.id === draft.exerciseId);
  const must = measures.filter((m) => m.mustPass);
  const answered = must.flatMap((m) => SIDES.filter((side) => standing(look, m.id, side)?.verdict)).length;
  const said = look && markedSides.length > 0;
  const onPictures = station !== 'ask' && station !== 'checks';
  const set = (change: (d: Draft) => Draft, typed?: string) => step({ kind: 'set', change, ...(typed ? { typed } : {}) });

  return (
    <div className="relative flex min-h-full flex-col gap-3 px-3 py-3 max-lg:pb-[92px] sm:px-6 max-md:h-full short:h-auto lg:h-full lg:min-h-0 lg:flex-row lg:gap-4">
      <div className={`flex min-h-0 min-w-0 flex-1 flex-col ${station === 'checks' ? 'max-md:flex-none' : ''}`}>
        <div className="mb-1">
          {/* In the hand, while points are asked for, the room is the picture's. */}
          <h1
            className={`say text-title sm:min-h-[2.26em] sm:text-big short:min-h-0 short:text-head ${current ? 'max-sm:line-clamp-2 max-sm:text-lead' : 'max-sm:min-h-[3.39em]'} ${asking ? 'max-md:sr-only' : ''}`}
            aria-live="polite"
          >
            {said ? <Sentence parts={look.finding.sentence} /> : <>“{standard.task}”</>}
          </h1>
          <p
            className={`mt-0.5 min-h-[2.8em] text-copy leading-[1.4] text-soft xl:min-h-[1.4em] short:min-h-0 ${current || !onPictures ? 'max-md:hidden' : ''}`}
            data-today={said || current ? undefined : ''}
          >
            {said
              ? look.finding.because
              : current
                ? `${first} heard this and nothing more. Tap the points as they are asked for.`
                : `Say this to ${first} and nothing more.${draft.exerciseId === client.today.exerciseId ? ` Today’s work: ${client.today.exerciseName}${client.today.asked ? `, ${client.today.asked.text}` : ''}. ${client.today.firstSideText}` : ''}`}
          </p>
        </div>

        <StationBar look={look} stations={stations} at={station} note={note} onGo={setStation}>
          <Amount standard={standard} draft={draft} onChange={set} />
        </StationBar>

        {onPictures && (
          <div className="mb-2 flex flex-wrap items-center justify-between gap-x-4 gap-y-2 empty:hidden">
            <div className="flex flex-1 gap-2 md:hidden" role="group" aria-label="Side">
              {SIDES.map((side) => (
                <button
                  key={side}
                  type="button"
                  aria-pressed={active === side}
                  onClick={() => setActive(side)}
                  className={`flex min-h-11 min-w-0 flex-1 items-center gap-2 rounded-[10px] border px-3 text-left leading-tight font-semibold max-[340px]:px-2 max-[340px]:text-small ${active === side ? 'border-ink bg-paper' : 'border-hair text-soft'}`}
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
                  onGo={(m) => setChosen(view, m)}
                />
              )}
          </div>
        )}

        {onPictures && view !== 'side' && !standard.standard.body && draft.stills.some((s) => s.view === view && s.clip) && (
          <HowTall clientId={clientId} first={first} />
        )}
        {clip.following && <Following />}
        {clip.work && <ClipPanel work={clip.work} clip={clip} />}
        {(client.today.conditions.length > 0 || client.today.limitBy || standard.gate) && (
          <div className={`mb-2 grid gap-2 ${onPictures && current ? 'max-md:hidden' : ''}`}>
            <Conditions today={client.today} />
            {standard.gate && <SettleGate gate={standard.gate} place={`gate-${draft.id}`} />}
          </div>
        )}

        {station === 'ask' ? (
          <div className="grid min-h-0 flex-1 grid-rows-1">
            <AskPanel
              draft={draft}
              standard={standard}
              look={look}
              repeated={client.checks.length > 0}
              onChange={set}
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
          <div className={`grid min-h-0 flex-1 gap-3 md:grid-cols-2 ${station === 'checks' ? 'max-md:hidden' : ''}`}>
            <LookBenches client={client} state={state} />
          </div>
        )}
      </div>

      <aside
        className={`flex min-h-0 flex-col gap-2 rounded-2xl bg-paper p-3 lg:w-[336px] lg:shrink-0 ${station === 'checks' ? 'max-md:flex-1 max-md:overflow-y-auto' : 'max-md:contents'}`}
        aria-label="This look"
      >
        <div className={`flex min-h-0 flex-1 flex-col gap-2 ${station === 'checks' ? 'max-md:flex-none' : 'max-md:hidden'}`}>
          <div className="flex gap-2 max-md:order-last">
            <Exercise studio={studio} notOffered={client.today.notOffered} draft={draft} onChange={set} />
            <SchoolChoice studio={studio} standard={standard} onPick={(school) => set((d) => ({ ...d, school }))} />
          </div>
          <div className="order-last md:hidden">
            <Amount standard={standard} draft={draft} onChange={set} />
          </div>
          <div className="grid min-h-0 flex-1 content-start gap-2 overflow-y-auto lg:-mx-1.5 lg:px-1.5">
            <MeasureList
              measures={measures}
              look={look}
              clientId={clientId}
              standard={standard}
              onSeen={onSeen}
              onRestFine={onRestFine}
            />
            {exercise && <ExerciseNotes exercise={exercise} clip={standard.clip} card={standard.card} />}
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
            <RaiseStopSign clientId={clientId} className="w-full lg:hidden" />
            {markedSides.length + draft.stills.length > 0 && (
              <Button kind="quiet" onClick={() => startOver.mutate()} className="text-soft lg:hidden">
                Drop this look
              </Button>
            )}
          </div>
          <div className="border-t border-hair pt-2 lg:shrink-0 lg:has-[[data-pain-parts]]:max-h-[74%] lg:has-[[data-pain-parts]]:overflow-y-auto">
            <PainAsk
              id="pain"
              label={`Does anything hurt, ${first}?`}
              pain={draft.pain}
              onChange={(pain) => set((d) => ({ ...d, pain }))}
              about={draft.pain && draft.pain.score > 0 ? client.today.aboutPain : undefined}
            />
          </div>
        </div>
        {clip.told && draft.stills.some((s) => s.clip?.clipId === clip.told?.clipId) && (
          <div className="flex items-start rounded-[10px] bg-slate-wash pl-3.5 text-copy text-slate">
            <p role="status" data-clip-told className="min-w-0 flex-1 py-2.5">
              {clip.told.sentence}
            </p>
            <button type="button" aria-label="Understood" onClick={clip.heard} className="size-11 shrink-0 text-title">
              ×
            </button>
          </div>
        )}
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
                  kept.clash ? 'This look was changed on another device. Nothing of either is lost yet.' : kept.refusal.sentence,
                )
              }
            />
            <Button onClick={() => void kept.takeTheirs()}>Go on with theirs</Button>
            {kept.clash && <Button onClick={() => void kept.keepMine()}>Keep what is here</Button>}
          </div>
        )}
        <Sending pending={pending} />
        <LookActions state={state} />
      </aside>
    </div>
  );
}

/** What a phone's side tab says: the reading, or what is still missing. */
function tabWords(standard: Schema['StandardView'], look: Schema['LookView'] | null, side: Side, stills: Still[]) {
  const [still] = stills;
  const read = still && leading(standard, look, { side, view: still.view, moment: still.moment })[0];
  if (read) return `${read.words} ${read.reachText ?? ''}`;
  return still ? 'to mark' : 'no picture';
}
