import type { Schema } from '@/api/client';
import { Dial } from '@/features/bench/Dial';
import { LOADS } from '@/features/bench/loads';
import { useUnits } from '@/ui/useUnits';

type Position = Schema['PositionDto'];

/** The numbers of one position, to step or type. A posture that was changed is no longer what it was called. */
export function PositionDials({
  which,
  position,
  turned,
  onSet,
}: {
  which: 'A' | 'B';
  position: Position;
  /** Whether the way up counts. */
  turned: boolean;
  onSet: (next: Position) => void;
}) {
  const { length, mass } = useUnits();
  const tall = (label: string, cm: number, set: (cm: number) => void) => (
    <Dial
      label={label}
      unit={length.name}
      step={length.step}
      value={length.from(cm)}
      onSet={(shown) => set(Math.max(0, length.to(shown)))}
    />
  );
  const own = { ...position, name: `position ${which}` };
  const { split, step, oneLeg, load } = position;
  return (
    <section
      aria-label={`Position ${which}`}
      className="grid gap-x-3 gap-y-2 [grid-template-columns:repeat(auto-fill,minmax(9.5rem,1fr))]"
    >
      {split && (
        <>
          <Dial
            label="Front shin"
            unit="°"
            value={split.shinDegrees}
            onSet={(v) => onSet({ ...own, split: { ...split, shinDegrees: v } })}
          />
          <Dial
            label="Trunk"
            unit="°"
            value={split.trunkDegrees}
            onSet={(v) => onSet({ ...own, split: { ...split, trunkDegrees: v } })}
          />
          <Dial
            label="Rear thigh"
            unit="°"
            value={split.rearThighDegrees}
            onSet={(v) => onSet({ ...own, split: { ...split, rearThighDegrees: v } })}
          />
          {tall('Under the front foot', split.frontRaiseCm, (frontRaiseCm) =>
            onSet({ ...own, split: { ...split, frontRaiseCm } }),
          )}
          {tall('Under the rear foot', split.rearRaiseCm, (rearRaiseCm) => onSet({ ...own, split: { ...split, rearRaiseCm } }))}
          {typeof position.rearAimDegrees === 'number' && (
            <Dial
              label="Rear push, forward"
              unit="°"
              value={position.rearAimDegrees}
              onSet={(rearAimDegrees) => onSet({ ...own, rearAimDegrees })}
            />
          )}
        </>
      )}
      {step && (
        <>
          {tall('Box', step.boxCm, (boxCm) => onSet({ ...own, step: { ...step, boxCm } }))}
          <Dial
            label="Shin"
            unit="°"
            value={step.shinDegrees}
            onSet={(v) => onSet({ ...own, step: { ...step, shinDegrees: v } })}
          />
          <Dial
            label="Trunk"
            unit="°"
            value={step.trunkDegrees}
            onSet={(v) => onSet({ ...own, step: { ...step, trunkDegrees: v } })}
          />
        </>
      )}
      {oneLeg && (
        <>
          <Dial
            label="Shin"
            unit="°"
            value={oneLeg.shinDegrees}
            onSet={(v) => onSet({ ...own, oneLeg: { ...oneLeg, shinDegrees: v } })}
          />
          <Dial
            label="Thigh above level"
            unit="°"
            value={oneLeg.thighDegrees}
            onSet={(v) => onSet({ ...own, oneLeg: { ...oneLeg, thighDegrees: v } })}
          />
          <Dial
            label="Trunk"
            unit="°"
            value={oneLeg.trunkDegrees}
            onSet={(v) => onSet({ ...own, oneLeg: { ...oneLeg, trunkDegrees: v } })}
          />
          <label className="grid content-start text-fine text-soft">
            Free leg
            <select
              value={oneLeg.freeThighDegrees > 60 ? 'forward' : 'down'}
              onChange={(e) =>
                onSet({
                  ...position,
                  oneLeg: {
                    ...oneLeg,
                    ...(e.target.value === 'forward'
                      ? { freeThighDegrees: 90, freeKneeDegrees: 0 }
                      : { freeThighDegrees: 15, freeKneeDegrees: 15 }),
                  },
                })
              }
              className="h-11 rounded-[10px] border border-edge bg-paper px-2.5 text-body pointer-coarse:text-entry font-semibold text-ink"
            >
              <option value="down">hangs</option>
              <option value="forward">held ahead</option>
            </select>
          </label>
        </>
      )}
      <label className="grid content-start text-fine text-soft">
        Held
        <select
          value={load.position}
          onChange={(e) =>
            onSet({
              ...position,
              load: {
                position: e.target.value as Schema['LoadPosition'],
                kilograms: e.target.value === 'none' ? 0 : load.kilograms || 8,
              },
            })
          }
          className="h-11 min-w-0 rounded-[10px] border border-edge bg-paper px-2.5 text-body pointer-coarse:text-entry font-semibold text-ink"
        >
          {LOADS.map((l) => (
            <option key={l.value} value={l.value}>
              {l.text}
            </option>
          ))}
        </select>
      </label>
      {load.position !== 'none' && (
        <Dial
          label="Weight"
          unit={mass.name}
          value={mass.from(load.kilograms)}
          onSet={(shown) => onSet({ ...position, load: { ...load, kilograms: Math.max(0, mass.to(shown)) } })}
        />
      )}
      {turned && (
        <Dial
          label="Way up"
          unit="s"
          step={0.1}
          value={position.upSeconds}
          onSet={(v) => onSet({ ...position, upSeconds: Math.round(v * 100) / 100 })}
        />
      )}
    </section>
  );
}
