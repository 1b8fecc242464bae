import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate, useParams, useSearch } from '@tanstack/react-router';
import { useCallback, useState } from 'react';
import type { Schema } from '@/api/client';
import { besideQuery, playQuery } from '@/api/options';
import { useClient } from '@/api/queries';
import type { Played } from '@/clips/played';
import { useShortcuts } from '@/device/keys';
import { useNarrow } from '@/device/narrow';
import { Button } from '@/ui/Button';
import { Empty, Trouble } from '@/ui/Notice';
import { Sentence } from '@/ui/Sentence';
import { SidePlate } from '@/ui/SidePlate';
import { day } from '@/words/dates';
import { FilmPane } from './FilmPane';
import { LiveReadings } from './LiveReadings';
import { MeasureWay } from './MeasureWay';
import { type Beside, besideIn, nameIn, type Pair, pairsOf, pairsOver } from './pairs';
import { phaseWords, StrokeFloor, TempoTape } from './StrokeFloor';
import { secondsIn, usePlayer } from './usePlayer';

/** The clips of a check as they move: left beside right or before beside after, in step by phase, the instruments alive beside them. */
export function PlayScreen() {
  const { clientId } = useParams({ from: '/clients/$clientId/play' });
  const { check } = useSearch({ from: '/clients/$clientId/play' });
  const play = useQuery(playQuery(check));
  const client = useClient(clientId);
  // The last check before this one that was filmed too.
  const before = client.data?.checks
    .filter((c) => play.data && c.exerciseId === play.data.exerciseId && c.at < play.data.at && c.stills.some((s) => s.clip))
    .toSorted((a, b) => a.at.localeCompare(b.at))
    .at(-1);
  const earlier = useQuery({ ...playQuery(before?.id ?? ''), enabled: before !== undefined });
  const over = useQuery(besideQuery(check, before?.id));
  if (play.error) return <Trouble error={play.error} />;
  if (!play.data) return <p className="p-6 text-soft">Reading the clips</p>;
  const pairs = [...pairsOf(play.data), ...(earlier.data ? pairsOver(earlier.data, play.data, day(earlier.data.at)) : [])];
  if (pairs.length === 0)
    return (
      <div className="p-6">
        <Empty screen title="No clip of this check can be played.">
          <p>
            {play.data.missing[0] ??
              'It was made from pictures. Film three repetitions next time, and they can be seen moving here.'}
          </p>
          <Link to="/clients/$clientId/check" params={{ clientId }} search={{ check }} className="underline">
            Back to the check
          </Link>
        </Empty>
      </div>
    );
  return <Playing clientId={clientId} play={play.data} pairs={pairs} beside={[...play.data.beside, ...(over.data ?? [])]} />;
}

function Playing({
  clientId,
  play,
  pairs,
  beside,
}: {
  clientId: string;
  play: Schema['PlayView'];
  pairs: Pair[];
  beside: Beside[];
}) {
  // The pair that shows what the sentence is about stands first.
  const about = pairs.findIndex((p) => [p.one, p.other].some((c) => c?.measures.some((m) => m.measureId === play.measureId)));
  const [which, setWhich] = useState(Math.max(0, about));
  const pair = pairs[which] ?? (pairs[0] as Pair);
  const clips = pair.other ? [pair.one, pair.other] : [pair.one];
  const together = besideIn(pair, beside);
  const player = usePlayer(pair);
  const { at } = player;
  const seconds = clips.map((c) => secondsIn(c, at));
  const [drawn, setDrawn] = useState(true);
  const [chosen, setChosen] = useState<string | null>(null);
  const measures = clips.flatMap((c) => c.measures);
  const measureId =
    [chosen, play.measureId, 'knee-offset', 'front-shin'].find((id) => measures.some((m) => m.measureId === id)) ??
    measures[0]?.measureId ??
    '';
  const between = together?.apart.find((a) => a.measureId === measureId) ?? null;
  const [saving, setSaving] = useState<Played | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [side, setSide] = useState(0);
  const narrow = useNarrow();
  const navigate = useNavigate();
  const toCheck = () => void navigate({ to: '/clients/$clientId/check', params: { clientId }, search: { check: play.checkId } });
  const another = () => setWhich((which + 1) % pairs.length);
  const fromSide = clips.filter((c) => c.posture);
  const compare = () =>
    void navigate({
      to: '/clients/$clientId/positions',
      params: { clientId },
      search: {
        moments: fromSide.map((c) => [c.checkId, c.clipId, c.side, secondsIn(c, at).toFixed(3)].join()),
      },
    });
  const saved = useCallback((problem: string | null) => {
    setSaving(null);
    setSaid(problem ?? 'The film is written, with the instruments in it.');
  }, []);
  const name = (clip: Played) => {
    const words = nameIn(pair, clip);
    return words === 'Before' || words === 'After' ? words : null;
  };
  const firstNick = player.nicks.find((n) => n.sure);

  useShortcuts('See it move', [
    { keys: ' ', does: 'Play, or stop (space)', run: player.play },
    { keys: 'Q', does: 'Quarter speed', run: () => player.setSlow(!player.slow) },
    { keys: 'ArrowLeft', does: 'One frame back', run: () => player.step(-1) },
    { keys: 'ArrowRight', does: 'One frame on', run: () => player.step(1) },
    { keys: 'ArrowDown', does: 'To the next place where something leaves its band', run: player.nextNick },
    { keys: 'PageUp', does: 'The repetition before', run: () => player.jump(at.repetition - 1) },
    { keys: 'PageDown', does: 'The next repetition', run: () => player.jump(at.repetition + 1) },
    { keys: 'O', does: 'This one again and again', run: () => player.setLoop(!player.loop) },
    { keys: 'B', does: 'Another pair: sides, before and after', run: another },
    { keys: 'L', does: 'Lines on the picture, or none', run: () => setDrawn(!drawn) },
    ...(fromSide.length > 0 ? [{ keys: 'C', does: 'Compare these instants as positions', run: compare }] : []),
    { keys: 'N', does: 'Back to the check', run: toCheck },
  ]);

  const pane = (clip: Played, i: number, className: string) => (
    <FilmPane
      key={clip.clipId + clip.side}
      clip={clip}
      name={name(clip)}
      seconds={seconds[i] ?? 0}
      drawn={drawn}
      saving={saving === clip}
      onSaved={saved}
      className={className}
    />
  );
  const transport = (
    <>
      <Button onClick={player.play} hint="Space" aria-pressed={player.playing}>
        {player.playing ? 'Stop' : 'Play'}
      </Button>
      <Button
        onClick={() => player.setSlow(!player.slow)}
        hint="Q"
        aria-pressed={player.slow}
        className="aria-pressed:bg-spine aria-pressed:text-[#f1eee6]"
      >
        Quarter speed
      </Button>
    </>
  );
  const sentence = (
    <div className="min-w-0">
      <h1 className="say text-head sm:text-big">
        <button
          type="button"
          disabled={!firstNick}
          onClick={() => firstNick && player.go(firstNick.at)}
          className="text-left decoration-edge decoration-dotted decoration-1 underline-offset-[5px] enabled:underline"
        >
          <Sentence parts={play.sentence} />
        </button>
      </h1>
      <p className="mt-0.5 text-copy text-soft">
        {pair.words}. Now: repetition {at.repetition + 1},{' '}
        <b className="font-semibold text-ink">{phaseWords(at.phase, pair.one.rises)}</b>.
        {player.nicks.length > 0 && (
          <span className="max-sm:hidden">
            {' '}
            {player.nicks
              .filter((n) => n.at.repetition === at.repetition)
              .map((n) => (
                <button
                  key={n.clip.clipId + n.measureId}
                  type="button"
                  onClick={() => player.go(n.at)}
                  className="mr-2 min-h-7 underline decoration-dotted underline-offset-4 hover:text-ink pointer-coarse:min-h-11"
                >
                  {n.clip.side === 'left' ? 'L' : 'R'} {n.name} leaves its band {phaseWords(n.phase, n.clip.rises)}
                </button>
              ))}
          </span>
        )}
      </p>
    </div>
  );
  const notes = [...(together?.cautions ?? []), ...play.missing];

  if (narrow) {
    const clip = clips[Math.min(side, clips.length - 1)] as Played;
    const i = clips.indexOf(clip);
    return (
      <div className="h-full overflow-y-auto">
        <div className="flex min-h-[calc(100%-112px)] flex-col gap-2 p-2">
          {pane(clip, i, 'min-h-[30dvh] flex-1')}
          {sentence}
          <LiveReadings clips={[clip]} seconds={[seconds[i] ?? 0]} chosen={measureId} onChoose={setChosen} compact />
          <div className="flex h-[104px] shrink-0 items-center rounded-2xl bg-spine px-2">
            <StrokeFloor pair={pair} player={player} only={clip} />
          </div>
        </div>
        {/* What is read once stands below: its first line shows that there is more. */}
        <div className="grid gap-3 p-2 pt-0 pb-[96px]">
          <MeasureWay pair={pair} measureId={measureId} phase={at.phase} apart={between} />
          <div className="rounded-2xl bg-spine px-3 py-2">
            <TempoTape clips={clips} asked={play.askedTempo} taps={play.tempoByTaps} />
          </div>
          {notes.length > 0 && <p className="text-small text-soft">{notes.join(' ')}</p>}
          <WayUp clips={clips} pair={pair} />
          {fromSide.length > 0 && (
            <Button className="justify-self-start" onClick={compare}>
              {fromSide.length > 1 ? 'Compare the two instants as positions' : 'This instant as a position'}
            </Button>
          )}
          <Give clips={clips} pair={pair} saving={saving} onSave={setSaving} />
          {said && (
            <p className="text-small" role="status">
              {said}
            </p>
          )}
        </div>
        <div className="fixed inset-x-0 bottom-[calc(52px+env(safe-area-inset-bottom))] z-20 flex items-center gap-2 border-t border-hair bg-paper p-2">
          {clips.length > 1 && (
            <Button onClick={() => setSide(1 - side)} aria-label={`Show the other: ${name(clip) ?? clip.side}`}>
              <SidePlate side={clip.side} /> {name(clip)}
            </Button>
          )}
          <Button onClick={player.play} aria-pressed={player.playing}>
            {player.playing ? 'Stop' : 'Play'}
          </Button>
          <Button
            onClick={() => player.setSlow(!player.slow)}
            aria-pressed={player.slow}
            aria-label="Quarter speed"
            className="min-w-11 px-3! aria-pressed:bg-spine aria-pressed:text-[#f1eee6]"
          >
            ¼
          </Button>
          <Button
            className="px-3!"
            disabled={player.nicks.length === 0}
            onClick={() => {
              const to = player.nextNick();
              if (to) setSide(clips.indexOf(to.clip));
            }}
          >
            Next nick
          </Button>
          <Button kind="act" className="flex-1 px-2!" onClick={toCheck}>
            Check
          </Button>
        </div>
      </div>
    );
  }

  return (
    <div className="flex h-full min-h-[620px] flex-col gap-2.5 px-6 py-3">
      <div className="flex items-start justify-between gap-4">
        {sentence}
        <div className="flex shrink-0 gap-2">
          {fromSide.length > 0 && (
            <Button hint="C" onClick={compare}>
              {fromSide.length > 1 ? 'Compare as positions' : 'As a position'}
            </Button>
          )}
          {pairs.length > 1 && (
            <Button hint="B" onClick={another}>
              {pairs[(which + 1) % pairs.length]?.words}
            </Button>
          )}
        </div>
      </div>
      <div
        className={`grid min-h-[260px] flex-1 gap-3 ${pair.other ? 'grid-cols-[minmax(0,1fr)_minmax(250px,1fr)_minmax(0,1fr)_236px]' : 'grid-cols-[minmax(0,1.3fr)_minmax(250px,1fr)_270px]'} max-lg:grid-cols-2 max-lg:overflow-y-auto`}
      >
        {pane(pair.one, 0, 'max-lg:min-h-[46dvh]')}
        <LiveReadings clips={clips} seconds={seconds} chosen={measureId} onChoose={setChosen} />
        {pair.other && pane(pair.other, 1, 'max-lg:min-h-[46dvh] max-lg:order-first')}
        <MeasureWay pair={pair} measureId={measureId} phase={at.phase} apart={between} />
      </div>
      <div
        className={`flex shrink-0 gap-4 items-center rounded-2xl bg-spine px-4 py-2 ${pair.other ? 'min-h-[162px]' : 'min-h-[104px]'}`}
      >
        <StrokeFloor pair={pair} player={player} />
        <TempoTape clips={clips} asked={play.askedTempo} taps={play.tempoByTaps} />
      </div>
      {(notes.length > 0 || said) && (
        <p className="text-small text-soft" role="status">
          {[said, ...notes].filter(Boolean).join(' ')}
        </p>
      )}
      <div className="flex shrink-0 flex-wrap items-center gap-2">
        {transport}
        <span className="flex">
          <Button onClick={() => player.step(-1)} hint="←" className="rounded-r-none">
            One frame
          </Button>
          <Button
            onClick={() => player.step(1)}
            hint="→"
            aria-label="One frame on"
            className="min-w-11 rounded-l-none border-l-0"
          />
        </span>
        <Button onClick={player.nextNick} hint="↓" disabled={player.nicks.length === 0}>
          Next nick
        </Button>
        <Button
          onClick={() => player.setLoop(!player.loop)}
          hint="O"
          aria-pressed={player.loop}
          className="aria-pressed:bg-spine aria-pressed:text-[#f1eee6]"
        >
          This one again
        </Button>
        <Button kind="quiet" onClick={() => setDrawn(!drawn)} aria-pressed={drawn}>
          {drawn ? 'Without lines' : 'With lines'}
        </Button>
        <Button kind="act" hint="N" className="ml-auto" onClick={toCheck}>
          Back to the check
        </Button>
      </div>
      <div className="flex shrink-0 flex-wrap items-start justify-between gap-x-6">
        <WayUp clips={clips} pair={pair} />
        <Give clips={clips} pair={pair} saving={saving} onSave={setSaving} />
      </div>
    </div>
  );
}

/** What goes out: the film with the instruments in it, and what was found in it as text. */
function Give({
  clips,
  pair,
  saving,
  onSave,
}: {
  clips: Played[];
  pair: Pair;
  saving: Played | null;
  onSave: (clip: Played | null) => void;
}) {
  return (
    <span className="flex flex-wrap items-center gap-x-3 text-copy">
      {clips.map((clip) => (
        <span key={clip.clipId + clip.side} className="flex items-center gap-2 border-l border-hair pl-3">
          <SidePlate side={clip.side} size="s" />
          {pair.one.side === pair.other?.side && <span className="text-small text-soft">{nameIn(pair, clip)}</span>}
          <button
            type="button"
            disabled={!clip.film || (saving !== null && saving !== clip)}
            data-give={clip.side}
            onClick={() => onSave(saving === clip ? null : clip)}
            className="min-h-8 underline decoration-hair underline-offset-4 hover:decoration-ink disabled:opacity-45 pointer-coarse:min-h-11"
          >
            {saving === clip ? 'Stop writing' : 'Save the film'}
          </button>
          <a
            className="inline-flex min-h-7 min-w-11 items-center underline decoration-hair underline-offset-4 hover:decoration-ink pointer-coarse:min-h-11"
            href={`/api/clips/${clip.clipId}/track.csv`}
            download
          >
            Points, CSV
          </a>
          <a
            className="inline-flex min-h-7 min-w-11 items-center underline decoration-hair underline-offset-4 hover:decoration-ink pointer-coarse:min-h-11"
            href={`/api/clips/${clip.clipId}/track.json`}
            download
          >
            JSON
          </a>
        </span>
      ))}
    </span>
  );
}

/** How each comes up again, in sentences. */
function WayUp({ clips, pair }: { clips: Played[]; pair: Pair }) {
  return (
    <details className="min-w-0 flex-1 text-small">
      <summary className="min-h-8 cursor-pointer py-1.5 font-semibold pointer-coarse:min-h-11">
        The way up: hips, order, force
      </summary>
      {clips.map((clip) => (
        <p key={clip.clipId + clip.side} className="mt-1 flex items-start gap-2" data-wayup={clip.side}>
          <SidePlate side={clip.side} size="s" />
          <span>
            {pair.one.side === pair.other?.side ? `${nameIn(pair, clip)}: ` : ''}
            {clip.wayUp.join(' ')}
          </span>
        </p>
      ))}
    </details>
  );
}
