import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { clientQuery } from '@/api/options';
import { queries } from '@/api/queries';
import { BandEdges } from '@/ui/BandEdges';
import { Button } from '@/ui/Button';
import { Trouble } from '@/ui/Notice';
import type { Side } from '@/ui/SidePlate';
import { useUnits } from '@/ui/useUnits';
import { unitOf } from '@/words/units';

type Level = 'client' | 'exercise' | 'school' | 'studio';

const whose: Record<Schema['SettingSource'], string> = {
  check: 'chosen for this check',
  client: "this client's",
  exercise: 'usual for the exercise',
  school: "the style's",
  studio: "the studio's",
};

/** The band in force and whose it is; another one can be set for the client, the exercise, the school or the whole studio. */
export function BandEditor({
  measure,
  side,
  clientId,
  standard,
  readOnly,
}: {
  measure: Schema['MeasureView'];
  side: Side;
  clientId: string;
  standard: Schema['StandardView'];
  readOnly: boolean;
}) {
  const unit = unitOf(measure.unit, useUnits());
  const band = side === 'left' ? measure.left : measure.right;
  const [open, setOpen] = useState(false);
  const [low, setLow] = useState(band?.lower ?? null);
  const [high, setHigh] = useState(band?.upper ?? null);
  const [level, setLevel] = useState<Level>('client');
  const change = useMutation({
    mutationFn: async (clear: boolean) => {
      const versions = await take(api.GET('/api/settings', { params: { query: { client: clientId } } }));
      const key = { client: clientId, exercise: standard.standard.exerciseId, school: standard.standard.school, studio: null }[
        level
      ];
      await take(
        api.PUT('/api/bands', {
          body: {
            operationId: uuid(),
            version: level === 'client' ? (versions.clientVersion ?? 0) : versions.studioVersion,
            level,
            key,
            measureId: measure.id,
            low: clear ? null : low,
            high: clear ? null : high,
          },
        }),
      );
      await queries.invalidateQueries({ queryKey: clientQuery(clientId).queryKey });
    },
    onSuccess: () => setOpen(false),
  });
  return (
    <div className="grid gap-2 border-t border-hair pt-2 text-small text-soft">
      <p>
        {band
          ? `Accepted: ${band.text}, ${whose[measure.source]}.${measure.houseRule ? ' A house rule of ours, published nowhere.' : ''}`
          : 'Noted without a verdict: no band is set.'}{' '}
        {!readOnly && !open && (
          <button type="button" onClick={() => setOpen(true)} className="min-h-8 underline underline-offset-4">
            Another band
          </button>
        )}
      </p>
      {open && (
        <form
          className="grid gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            change.mutate(false);
          }}
        >
          <BandEdges unit={unit} low={low} high={high} onLow={setLow} onHigh={setHigh} />
          <select
            aria-label="For whom"
            value={level}
            onChange={(e) => setLevel(e.target.value as Level)}
            className="h-11 rounded-[10px] border border-edge bg-ground px-2 text-body pointer-coarse:text-entry text-ink"
          >
            <option value="client">For this client</option>
            <option value="exercise">For {standard.exerciseName.toLowerCase()}</option>
            <option value="school">For the {standard.schoolName.toLowerCase()} style</option>
            <option value="studio">For the whole studio</option>
          </select>
          <Trouble error={change.error} />
          <div className="flex gap-2">
            <Button type="submit" className="flex-1" disabled={change.isPending}>
              Use this band
            </Button>
            <Button kind="quiet" onClick={() => change.mutate(true)}>
              Back to the usual
            </Button>
          </div>
          <p>Checks already kept stay as they were judged.</p>
        </form>
      )}
    </div>
  );
}
