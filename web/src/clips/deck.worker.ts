import {
  ALL_FORMATS,
  BlobSource,
  CanvasSource,
  getFirstEncodableVideoCodec,
  Input,
  type InputVideoTrack,
  Mp4OutputFormat,
  Output,
  StreamTarget,
  UrlSource,
  type VideoSample,
  VideoSampleSink,
  WebMOutputFormat,
} from 'mediabunny';
import type { FromDeck, ToDeck } from './deckMessages';
import { caption, drawingAt, paint } from './drawing';
import { newPlace } from './packed';
import type { Played } from './played';

const say = (message: FromDeck) => self.postMessage(message);

/** Frames that are held, so that a step back is as quick as one ahead. */
const HELD = 8;
/** Further ahead than this it is begun anew from the last whole frame, seconds. */
const AHEAD = 0.8;
/** Nothing is drawn higher than this, pixels. */
const HIGHEST = 1280;
const CUT_OFF = 'The film cannot be read any further: its days may be over, or the line is down. Numbers and curves stay.';
/** A sentence of ours; whatever else goes wrong is the film's. */
class Said extends Error {}
const NO_ENCODER = 'This browser cannot write films. Save a picture of the bottom instead, or use another browser.';

/** One film that is open: it draws any instant of itself, and holds no more than a few frames. */
class Deck {
  private held: VideoSample[] = [];
  private stream: AsyncGenerator<VideoSample, void, unknown> | null = null;
  stopped = false;

  private constructor(
    private readonly input: Input,
    private readonly track: InputVideoTrack,
    private readonly begins: number,
    private readonly clip: Played,
    private readonly canvas: OffscreenCanvas,
  ) {}

  static async open(film: string | Blob, clip: Played, canvas: OffscreenCanvas) {
    const source =
      typeof film === 'string' ? new UrlSource(film, { getRetryDelay: (n) => (n < 2 ? 0.3 : null) }) : new BlobSource(film);
    const input = new Input({ source, formats: ALL_FORMATS });
    const track = await input.getPrimaryVideoTrack();
    if (!track || !(await track.canDecode()))
      throw new Said('This browser cannot show how this film is packed. Its pictures are on the check.');
    const height = await track.getDisplayHeight();
    const scale = Math.min(1, HIGHEST / height);
    canvas.width = Math.round((await track.getDisplayWidth()) * scale);
    canvas.height = Math.round(height * scale);
    return new Deck(input, track, await track.getFirstTimestamp(), clip, canvas);
  }

  /** Draws an instant of the clip. */
  async show(seconds: number, drawn: boolean) {
    const sample = await this.sampleAt(this.begins + seconds - this.clip.offset);
    const to = this.canvas.getContext('2d', { alpha: false });
    if (!sample || !to) return;
    this.put(to, sample, seconds, drawn, false);
  }

  private put(to: OffscreenCanvasRenderingContext2D, sample: VideoSample, seconds: number, drawn: boolean, captioned: boolean) {
    const { width, height } = to.canvas;
    sample.draw(to, 0, 0, width, height);
    const unit = height / 420;
    if (drawn) paint(to, drawingAt(this.clip, seconds), height / this.clip.height, unit);
    if (captioned) caption(to, this.clip, seconds, unit);
  }

  private async sampleAt(at: number): Promise<VideoSample | null> {
    const first = this.held[0];
    const last = this.held.at(-1);
    const inside = first && last && at >= first.timestamp && at < last.timestamp + Math.max(last.duration, 1e-3);
    if (!inside) {
      if (!this.stream || !last || at < last.timestamp || at > last.timestamp + AHEAD) {
        await this.stream?.return();
        this.let();
        // A little before, for the steps back that follow.
        this.stream = new VideoSampleSink(this.track).samples(Math.max(this.begins, at - 0.15));
      }
      for (;;) {
        const { value, done } = await this.stream.next();
        if (done || !value) break;
        this.held.push(value);
        if (this.held.length > HELD) this.held.shift()?.close();
        if (at < value.timestamp + Math.max(value.duration, 1e-3)) break;
      }
    }
    return this.held.findLast((s) => s.timestamp <= at + 1e-4) ?? this.held[0] ?? null;
  }

  /** Writes the film with everything drawn into it. */
  async export(told: (part: number) => void) {
    const codec = await getFirstEncodableVideoCodec(['vp9', 'avc', 'vp8'], {
      width: this.canvas.width,
      height: this.canvas.height,
    });
    if (!codec) throw new Said(NO_ENCODER);
    const { name, disk, read, drop } = await newPlace();
    try {
      const canvas = new OffscreenCanvas(this.canvas.width, this.canvas.height);
      const to = canvas.getContext('2d', { alpha: false });
      if (!to) throw new Said(NO_ENCODER);
      const output = new Output({
        format: codec === 'avc' ? new Mp4OutputFormat({ fastStart: false }) : new WebMOutputFormat(),
        target: new StreamTarget(new WritableStream({ write: ({ data, position }) => void disk.write(data, { at: position }) }), {
          chunked: true,
        }),
      });
      const source = new CanvasSource(canvas, { codec, bitrate: 2_500_000, keyFrameInterval: 1 });
      output.addVideoTrack(source);
      await output.start();
      const whole = Math.max(0.1, (await this.track.computeDuration()) - this.begins);
      let n = 0;
      for await (const sample of new VideoSampleSink(this.track).samples()) {
        try {
          if (this.stopped) throw new Error('stopped');
          const at = sample.timestamp - this.begins;
          this.put(to, sample, at + this.clip.offset, true, true);
          await source.add(at, sample.duration);
          if (n++ % 10 === 0) told(Math.min(1, at / whole));
        } finally {
          sample.close();
        }
      }
      await output.finalize();
      disk.flush();
      disk.close();
      return { film: await read(), type: codec === 'avc' ? ('mp4' as const) : ('webM' as const), offset: 0, name };
    } catch (error) {
      disk.close();
      await drop();
      throw error;
    }
  }

  private let() {
    for (const sample of this.held) sample.close();
    this.held = [];
  }

  async close() {
    this.stopped = true;
    await this.stream?.return();
    this.let();
    this.input.dispose();
  }
}

const decks = new Map<number, Deck>();
/** One thing after the other for each deck: frames come in their order. */
const turns = new Map<number, Promise<unknown>>();

self.onmessage = ({ data }: MessageEvent<ToDeck>) => {
  const { id } = data;
  if (data.kind === 'stop') {
    const deck = decks.get(id);
    if (deck) deck.stopped = true;
    return;
  }
  const next = (turns.get(id) ?? Promise.resolve())
    .then(() => act(data))
    .catch((error: unknown) => {
      const stopped = error instanceof Error && error.message === 'stopped';
      const sentence = stopped ? '' : error instanceof Said ? error.message : CUT_OFF;
      say({ kind: 'failed', id, sentence });
    });
  turns.set(id, next);
};

async function act(data: ToDeck) {
  const { id } = data;
  if (data.kind === 'open') {
    decks.set(id, await Deck.open(data.film, data.clip, data.canvas));
    say({ kind: 'opened', id });
    return;
  }
  const deck = decks.get(id);
  if (!deck) return;
  if (data.kind === 'show') {
    await deck.show(data.seconds, data.drawn);
    say({ kind: 'shown', id, n: data.n, seconds: data.seconds });
  } else if (data.kind === 'export') {
    deck.stopped = false;
    say({ kind: 'exported', id, packed: await deck.export((part) => say({ kind: 'exporting', id, part })) });
  } else if (data.kind === 'close') {
    decks.delete(id);
    turns.delete(id);
    await deck.close();
  }
}
