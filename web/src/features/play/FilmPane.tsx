import { type RefObject, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { canPlay, Deck } from '@/clips/deck';
import { roomOf } from '@/clips/drawing';
import { dropPacked, type PackedFilm } from '@/clips/packed';
import type { Played } from '@/clips/played';
import { SidePlate, sideWord } from '@/ui/SidePlate';

const TOO_OLD = 'This browser cannot show films frame by frame. The numbers and curves stay; the pictures are on the check.';
const NO_FILM = 'The film of this clip is not kept. Its numbers and curves are.';

/** The film of one side at an instant, with what was found drawn on it. */
export function FilmPane({
  clip,
  name,
  seconds,
  drawn,
  saving,
  onSaved,
  className = '',
}: {
  clip: Played;
  /** Before and After, where both are of one side. */
  name: string | null;
  seconds: number;
  drawn: boolean;
  /** Whether the film is being written to a file just now. */
  saving: boolean;
  /** It is written, or not, with a sentence why. */
  onSaved: (problem: string | null) => void;
  className?: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const deck = useRef<Deck | null>(null);
  const [pane, wide, high] = useSize();
  const room = useMemo(() => roomOf(clip), [clip]);
  // As large as whoever is in it can be, in the middle.
  const scale = Math.min(wide / room.width, high / room.height);
  const place = {
    width: clip.width * scale,
    height: clip.height * scale,
    left: wide / 2 - (room.x + room.width / 2) * scale,
    top: high / 2 - (room.y + room.height / 2) * scale,
  };
  const [problem, setProblem] = useState<string | null>(null);
  const [shown, setShown] = useState<number | null>(null);
  const [part, setPart] = useState(0);
  const wanted = useRef({ seconds, drawn });
  wanted.current = { seconds, drawn };
  const saved = useRef(onSaved);
  saved.current = onSaved;

  useEffect(() => {
    setProblem(null);
    setShown(null);
    const at = canvas.current;
    if (!clip.film) return setProblem(NO_FILM);
    if (!canPlay()) return setProblem(TOO_OLD);
    if (!at) return;
    let writing = false;
    const open = new Deck(clip, at.transferControlToOffscreen(), {
      opened: () => open.show(wanted.current.seconds, wanted.current.drawn),
      shown: setShown,
      exporting: (p) => {
        writing = true;
        setPart(p);
      },
      exported: (packed) => {
        writing = false;
        save(packed, `${clip.side}-${clip.view}`);
        saved.current(null);
      },
      failed: (sentence) => {
        if (writing || sentence === '') saved.current(sentence === '' ? 'Stopped. Nothing was written.' : sentence);
        else setProblem(sentence);
        writing = false;
      },
    });
    deck.current = open;
    return () => {
      deck.current = null;
      open.close();
    };
  }, [clip]);

  useEffect(() => deck.current?.show(seconds, drawn), [seconds, drawn]);
  useEffect(() => {
    if (!saving) return deck.current?.stop();
    setPart(0);
    deck.current?.export();
  }, [saving]);

  return (
    <figure
      className={`relative min-h-0 min-w-0 overflow-hidden rounded-2xl bg-[#101512] ${className}`}
      aria-label={name ?? sideWord(clip.side)}
      data-film={clip.side}
      data-at={shown?.toFixed(3)}
      data-wanted={seconds.toFixed(3)}
    >
      <div ref={pane} className="absolute inset-0" />
      {/* A canvas that was given away cannot be given again: another clip has its own. */}
      <canvas key={clip.clipId + clip.side} ref={canvas} className="absolute max-w-none" style={place} />
      {shown === null && !problem && clip.film && (
        <p className="absolute inset-0 grid place-items-center text-copy text-[#f1eee6]/75">Opening the film</p>
      )}
      {problem && <p className="absolute inset-x-4 top-1/3 rounded-xl bg-paper p-3 text-copy">{problem}</p>}
      {saving && (
        <p
          className="absolute inset-x-3 bottom-3 rounded-lg bg-spine/85 px-3 py-1.5 text-small text-[#f1eee6]"
          role="status"
        >{`Writing the film, ${Math.round(100 * part)} %`}</p>
      )}
      <figcaption className="absolute top-2.5 left-2.5 flex items-center gap-2">
        <SidePlate side={clip.side} />
        {name && <span className="rounded-md bg-spine/85 px-2 py-0.5 text-small font-semibold text-[#f1eee6]">{name}</span>}
      </figcaption>
    </figure>
  );
}

/** Gives a film out as a file. */
function save({ film, type, name }: PackedFilm, words: string) {
  const url = URL.createObjectURL(film);
  const link = Object.assign(document.createElement('a'), { href: url, download: `${words}.${type === 'mp4' ? 'mp4' : 'webm'}` });
  link.click();
  setTimeout(() => {
    URL.revokeObjectURL(url);
    void dropPacked(name);
  }, 60_000);
}

/** How large something stands on the screen, pixels. */
function useSize(): [RefObject<HTMLDivElement | null>, number, number] {
  const ref = useRef<HTMLDivElement>(null);
  const [[width, height], setSize] = useState([280, 380]);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const look = () => {
      const box = element.getBoundingClientRect();
      if (box.width > 0) setSize([box.width, box.height]);
    };
    look();
    const seen = new ResizeObserver(look);
    seen.observe(element);
    return () => seen.disconnect();
  }, []);
  return [ref, width ?? 280, height ?? 380];
}
