import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { refresh } from '@/api/queries';
import { useOwns } from '@/device/person';
import { BandEdges } from '@/ui/BandEdges';
import { Button } from '@/ui/Button';
import { Trouble } from '@/ui/Notice';
import { useUnits } from '@/ui/useUnits';
import { unitOf } from '@/words/units';

/** Another band for a measure, for one exercise or for the whole studio. */
export function StudioBand({
  measureId,
  unit: of,
  exercises,
  version,
}: {
  measureId: string;
  unit: Schema['MeasureUnit'];
  exercises: { id: string; name: string }[];
  version: number;
}) {
  const unit = unitOf(of, useUnits());
  const owns = useOwns();
  const [open, setOpen] = useState(false);
  const [low, setLow] = useState<number | null>(null);
  const [high, setHigh] = useState<number | null>(null);
  const [exercise, setExercise] = useState('');
  const change = useMutation({
    mutationFn: (clear: boolean) => {
      return take(
        api.PUT('/api/bands', {
          body: {
            operationId: uuid(),
            version,
            level: exercise ? 'exercise' : 'studio',
            key: exercise || null,
            measureId,
            low: clear ? null : low,
            high: clear ? null : high,
          },
        }),
      );
    },
    onSuccess: async () => {
      await refresh('library', 'studio', 'settings', 'client');
      setOpen(false);
    },
  });
  if (!owns) return null;
  if (!open)
    return (
      <Button className="mt-2" onClick={() => setOpen(true)}>
        Another band
      </Button>
    );
  return (
    <form
      className="mt-2 grid max-w-md gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        change.mutate(false);
      }}
    >
      <BandEdges unit={unit} low={low} high={high} onLow={setLow} onHigh={setHigh} />
      <select
        aria-label="For which exercise"
        value={exercise}
        onChange={(e) => setExercise(e.target.value)}
        className="h-11 rounded-[10px] border border-edge bg-ground px-2 text-body pointer-coarse:text-entry"
      >
        <option value="">For the whole studio</option>
        {exercises.map((e) => (
          <option key={e.id} value={e.id}>
            For {e.name.toLowerCase()}
          </option>
        ))}
      </select>
      <Trouble error={change.error} />
      <div className="flex flex-wrap gap-2">
        <Button type="submit" disabled={change.isPending || (low === null && high === null)}>
          Use this band
        </Button>
        <Button kind="quiet" onClick={() => change.mutate(true)}>
          Back to the usual
        </Button>
        <Button kind="quiet" onClick={() => setOpen(false)}>
          Leave it
        </Button>
      </div>
    </form>
  );
}
