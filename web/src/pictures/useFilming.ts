import { type RefObject, useEffect, useRef, useState } from 'react';
import { canReadClips, glimpse } from '@/clips/reading';
import { LONGEST } from '@/clips/refusal';
import type { SeenFrame } from '@/clips/track';

/** How many repetitions were done so far, by what was seen; null where nobody can tell just now. */
export type Counter = (seen: { width: number; height: number; frames: SeenFrame[] }) => Promise<number | null>;

export type Filming = {
  /** Seconds since it began. */
  seconds: number;
  counted: number;
};

/** What a browser films in, the better first. */
const KINDS = ['video/mp4;codecs=avc1.640028', 'video/webm;codecs=vp9', 'video/webm;codecs=vp8', 'video/webm'];
const BITS = 6_000_000;
/** The live pictures that are looked at are no higher than this, pixels: it is for counting alone. */
const HEIGHT = 480;
/** The count is asked for every so often, milliseconds. */
const COUNT_EVERY = 900;
/** The client stands still for a moment after the last one, seconds. */
const AFTERWARDS = 1;

/** Whether this browser can film inside the page. */
export const canFilm = () =>
  canReadClips() && 'MediaRecorder' in globalThis && KINDS.some((k) => MediaRecorder.isTypeSupported(k));

/**
 * Films what the camera sees. It stops when it is told, by itself once the repetitions that were asked for are done (counted from what
 * is seen meanwhile, as fast as the device can look), and after a minute in any case.
 */
export function useFilming(
  stream: MediaStream | null,
  video: RefObject<HTMLVideoElement | null>,
  asked: number,
  count: Counter | undefined,
  onFilm: (film: Blob) => void,
) {
  const [filming, setFilming] = useState<Filming | null>(null);
  const recorder = useRef<MediaRecorder | null>(null);
  const given = useRef(onFilm);
  given.current = onFilm;
  const stop = () => recorder.current?.state === 'recording' && recorder.current.stop();
  // Closed meanwhile: what was filmed until then is nobody's.
  useEffect(() => {
    if (stream) return;
    recorder.current = null;
    setFilming(null);
  }, [stream]);

  const begin = () => {
    const kind = KINDS.find((k) => MediaRecorder.isTypeSupported(k));
    if (!stream || !kind || recorder.current?.state === 'recording') return;
    const parts: Blob[] = [];
    const mine = new MediaRecorder(stream, { mimeType: kind, videoBitsPerSecond: BITS });
    recorder.current = mine;
    mine.ondataavailable = ({ data }) => data.size > 0 && parts.push(data);
    mine.onstop = () => {
      if (recorder.current !== mine) return;
      recorder.current = null;
      setFilming(null);
      given.current(new File(parts, 'film', { type: kind.split(';')[0] ?? kind }));
    };
    mine.start(1000);
    const began = performance.now();
    setFilming({ seconds: 0, counted: 0 });
    const clock = setInterval(() => {
      if (recorder.current !== mine || mine.state !== 'recording') return clearInterval(clock);
      const seconds = (performance.now() - began) / 1000;
      setFilming((f) => f && { ...f, seconds });
      if (seconds >= LONGEST) mine.stop();
    }, 250);
    if (count) void watch(mine, video, began, count, asked, (counted) => setFilming((f) => f && { ...f, counted }));
  };
  return { filming, begin, stop };
}

/** Looks at the camera's picture, one after the other, and stops the recorder once enough is counted. */
async function watch(
  recorder: MediaRecorder,
  video: RefObject<HTMLVideoElement | null>,
  began: number,
  count: Counter,
  asked: number,
  told: (counted: number) => void,
) {
  const frames: SeenFrame[] = [];
  let last = performance.now();
  try {
    await glimpse(null);
    while (recorder.state === 'recording' && video.current) {
      const { videoWidth, videoHeight } = video.current;
      const height = Math.min(HEIGHT, videoHeight);
      const width = Math.round((videoWidth * height) / Math.max(1, videoHeight));
      if (width === 0) return;
      const seconds = (performance.now() - began) / 1000;
      const picture = await createImageBitmap(video.current, { resizeWidth: width, resizeHeight: height });
      const points = await glimpse(picture);
      if (seconds > (frames.at(-1)?.seconds ?? -1)) frames.push({ seconds, points });
      if (performance.now() - last < COUNT_EVERY) continue;
      last = performance.now();
      const done = await count({ width, height, frames });
      if (done === null || recorder.state !== 'recording') continue;
      told(done);
      if (done < asked) continue;
      await new Promise((go) => setTimeout(go, 1000 * AFTERWARDS));
      if (recorder.state === 'recording') recorder.stop();
    }
  } catch {
    // Counting is a help: without it the coach stops by hand.
  }
}
