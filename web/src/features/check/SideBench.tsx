import type { Schema } from '@/api/client';
import { Button } from '@/ui/Button';
import { ReadingLine } from '@/ui/ReadingLine';
import { type Side, SidePlate, sideWord } from '@/ui/SidePlate';
import { PictureSource } from './PictureSource';
import { PictureStage } from './PictureStage';
import { type Handle, isMarked, type Point, type Still } from './still';
import type { Reading } from './useReading';

/** One side on the bench: its picture with the instrument on it, and under it, never over it, what is read from it. */
export function SideBench({
  side,
  label,
  stills,
  shown,
  reading,
  last,
  active,
  upright,
  source,
  readOnly = false,
  ghost,
  onActivate,
  onShow,
  onPoint,
  onFacing,
  onUpright,
  onRemove,
  onAnother,
}: {
  side: Side;
  label?: string;
  stills: Still[];
  /** Which of the stills is up; past the last one, a new picture is asked for. */
  shown: number;
  reading: Reading;
  last?: Schema['StillDto'] | undefined;
  active: boolean;
  upright: boolean;
  source: React.ComponentProps<typeof PictureSource>;
  readOnly?: boolean;
  ghost?: string | undefined;
  onActivate: () => void;
  onShow: (index: number) => void;
  onPoint: (key: string, handle: Handle, point: Point, undoable: boolean) => void;
  onFacing: (key: string) => void;
  onUpright: (on: boolean) => void;
  onRemove: (key: string) => void;
  onAnother: () => void;
}) {
  const still = stills[shown];
  const mine = reading.view?.stills.filter((s) => s.side === side) ?? [];
  const own = mine[shown];
  const mean = reading.view?.[side] ?? null;
  const band = reading.view ? (side === 'left' ? reading.view.leftBand : reading.view.rightBand) : undefined;
  return (
    <section
      aria-label={label ?? `${side === 'left' ? 'Left' : 'Right'} leg in front`}
      onPointerDown={onActivate}
      onFocus={onActivate}
      className={`flex min-h-0 min-w-0 flex-col overflow-hidden rounded-2xl border bg-paper ${active ? 'border-ink' : 'border-hair'}`}
    >
      <div className="relative min-h-0 flex-1">
        {still ? (
          <PictureStage
            key={still.key}
            still={still}
            last={last}
            reading={own}
            side={mean}
            band={band}
            settled={reading.settled}
            upright={upright && active}
            readOnly={readOnly}
            ghost={ghost}
            onPoint={(handle, point, undoable) => onPoint(still.key, handle, point, undoable)}
            onUprightPlaced={() => onUpright(false)}
          />
        ) : (
          <PictureSource {...source} />
        )}
        {still && (
          <div className="pointer-events-none absolute top-2.5 left-2.5 flex items-center gap-2">
            <SidePlate side={side} inverse />
            {label && <span className="rounded-md bg-spine/85 px-2 py-1 text-[13px] font-semibold text-spine-ink">{label}</span>}
          </div>
        )}
      </div>
      {still && !readOnly && (
        <div className="flex items-center gap-1 overflow-x-auto border-t border-hair px-2 py-1">
          <Tool
            onClick={() => onFacing(still.key)}
            label={`Toes ${still.facing === 'right' ? 'this way →' : '← this way'}: ${still.facing} in the picture. Turn round`}
          >
            Toes {still.facing === 'right' ? 'this way →' : '← this way'}
          </Tool>
          <Tool onClick={() => onUpright(!upright)} pressed={upright && active}>
            {still.vertical ? 'Upright marked' : 'Mark upright'}
          </Tool>
          <span className="flex-1" />
          {stills.length > 1 &&
            stills.map((s, i) => (
              <Tool key={s.key} onClick={() => onShow(i)} pressed={i === shown} label={`${i + 1}: repetition`}>
                {i + 1}
              </Tool>
            ))}
          {isMarked(still) && stills.length < 5 && (
            <Tool onClick={onAnother} label={`+ rep: another repetition of the ${sideWord(side)}`}>
              + rep
            </Tool>
          )}
          <Tool onClick={() => onRemove(still.key)} label={`Take this picture of the ${sideWord(side)} away`}>
            ×
          </Tool>
        </div>
      )}
      <div className="min-h-[66px] border-t border-hair px-3.5 py-2" aria-live="polite">
        {mean ? (
          <ReadingLine reading={mean} settled={reading.settled} />
        ) : own?.sentence && still && isMarked(still) ? (
          <p className="pt-1 text-[14.5px] font-semibold text-brick">{own.sentence}</p>
        ) : (
          <p className="flex h-12 items-center gap-2 text-[14.5px] text-soft">
            <SidePlate side={side} size="s" /> {band ? `Accepted here: ${band.text}` : ' '}
          </p>
        )}
      </div>
    </section>
  );
}

function Tool({
  onClick,
  pressed,
  label,
  children,
}: {
  onClick: () => void;
  pressed?: boolean;
  label?: string;
  children: React.ReactNode;
}) {
  return (
    <Button
      kind="quiet"
      onClick={onClick}
      aria-pressed={pressed}
      aria-label={label}
      title={label}
      className={`min-w-11 shrink-0 whitespace-nowrap px-2.5! text-[13.5px]! no-underline! hover:bg-ground ${pressed ? 'bg-spine! text-spine-ink!' : ''}`}
    >
      {children}
    </Button>
  );
}
