import type { Schema } from '@/api/client';
import { pictureUrl } from '@/pictures/pictures';
import { plannedCamera } from '@/pictures/still';
import { SIDES } from '@/ui/SidePlate';
import { StillBench } from './StillBench';
import { askedFor } from './steps';
import { type FirstLookState, slotKey } from './useFirstLook';

/** Both sides of a look side by side, each with its pictures and what is read on them. */
export function LookBenches({ client, state }: { client: Schema['ClientView']; state: FirstLookState }) {
  const {
    name,
    draft,
    standard,
    view,
    moment,
    slotOf,
    stillsIn,
    lastIn,
    look,
    reading,
    shown,
    setShown,
    more,
    setMore,
    overs,
    setOvers,
    overlaysFor,
    active,
    setActive,
    marking,
    setMarking,
    consent,
    setConsent,
    addStill,
    addFile,
    openers,
    actions,
    clip,
  } = state;
  return SIDES.map((side) => {
    const slot = slotOf(side);
    const stills = stillsIn(slot);
    const at = shown[slotKey(slot)] ?? 0;
    const overlays = overlaysFor(slot);
    const wanted = askedFor(draft, standard, slot, more[slotKey(slot)] ?? false);
    const all = askedFor(draft, standard, slot, true);
    return (
      <div
        key={side}
        className={`grid min-h-0 grid-rows-1 short:h-[calc(100dvh-136px)] short:min-h-[230px] md:max-lg:h-[44dvh] md:max-lg:min-h-[380px] ${active === side ? '' : 'max-md:hidden'}`}
      >
        <StillBench
          standard={standard}
          slot={slot}
          stills={stills}
          shown={at}
          stillViews={stills.map((s) => look?.stills[draft.stills.indexOf(s)])}
          reading={reading}
          asked={wanted}
          more={more[slotKey(slot)] ? null : all.length - wanted.length}
          onMore={() => setMore((m) => ({ ...m, [slotKey(slot)]: true }))}
          active={active === side}
          marking={marking}
          onMarking={setMarking}
          over={overlays.find((o) => o.still.key === overs[slotKey(slot)])?.still}
          overlays={overlays.map((o) => ({ id: o.still.key, name: o.name }))}
          onOver={(id) => setOvers((o) => ({ ...o, [slotKey(slot)]: id }))}
          actions={actions}
          source={{
            side,
            view,
            moment,
            count: clip.counter(slot),
            planned: plannedCamera(slot, standard.plan),
            active: active === side,
            loose: client.loosePictures.filter((p) => !draft.stills.some((s) => s.pictureId === p.id)),
            clientName: name,
            consent,
            onConsent: () => setConsent(true),
            opener: (open) => {
              openers.current[side] = open;
            },
            ghost: lastIn(slot) && pictureUrl(lastIn(slot)?.pictureId ?? ''),
            onFile: (file, guided, line) => {
              if (line) setMarking('line');
              void addFile(slot, file, guided);
            },
            onLoose: (picture) => addStill(slot, picture),
          }}
          onActivate={() => active !== side && setActive(side)}
          onShow={(i) => setShown((s) => ({ ...s, [slotKey(slot)]: i }))}
          onAnother={() => setShown((s) => ({ ...s, [slotKey(slot)]: stills.length }))}
        />
      </div>
    );
  });
}
