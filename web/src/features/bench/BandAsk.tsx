import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Schema } from '@/api/client';
import { bandQuery } from '@/api/options';
import { Choice } from '@/ui/Choice';

type Band = Schema['BandDto'];

/** The band of a banded exercise: against the first fault and for two weeks to begin with. Nothing for an exercise without one. */
export function useBand(exercise: Schema['ExerciseView'], start: Schema['BenchStartView']) {
  const [first] = start.bands;
  const [band, setBand] = useState<Band | null>(
    exercise.banded && first ? { faultId: first.faultId, pull: first.pull, until: start.bandUntil } : null,
  );
  const said = useQuery(bandQuery(band));
  return {
    band,
    setBand,
    bands: start.bands,
    problem: (band && said.data?.problem) ?? null,
    lines: (band && said.data?.card) || [],
  };
}

/** The band about the knee: against which fault, which way it pulls, and the day on which it is dropped. */
export function BandAsk({ banded: { band, setBand, bands, problem } }: { banded: ReturnType<typeof useBand> }) {
  if (!band) return null;
  return (
    <section aria-label="The band" className="grid gap-2.5 rounded-xl border border-hair p-3">
      <span className="-mb-2 text-fine text-soft">Against</span>
      <Choice
        label="Against"
        value={band.faultId}
        options={bands.map((b) => ({ value: b.faultId, text: b.name }))}
        onPick={(faultId) => setBand({ ...band, faultId, pull: bands.find((b) => b.faultId === faultId)?.pull ?? band.pull })}
      />
      <span className="-mb-2 text-fine text-soft">The band pulls</span>
      <Choice
        label="The band pulls"
        value={band.pull}
        options={[
          { value: 'inward' as const, text: 'Across the body' },
          { value: 'outward' as const, text: 'Away from it' },
        ]}
        onPick={(pull) => setBand({ ...band, pull })}
      />
      <label className="text-fine text-soft">
        Drop the band on
        <input
          type="date"
          value={band.until}
          onChange={(e) => e.target.value && setBand({ ...band, until: e.target.value })}
          className="mt-0.5 block h-11 w-full rounded-[10px] border border-edge bg-paper px-2.5 text-body pointer-coarse:text-entry font-semibold text-ink"
        />
      </label>
      {problem && (
        <p role="alert" className="text-copy font-semibold text-brick">
          {problem}
        </p>
      )}
    </section>
  );
}
