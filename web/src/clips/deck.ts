import { theOutbox } from '@/outbox/device';
import type { FromDeck, ToDeck } from './deckMessages';
import type { PackedFilm } from './packed';
import type { Played } from './played';

let worker: Worker | null = null;
let last = 0;

/** Where the film of a clip comes from: this device while it waits here, else the studio, as far as it is looked at. */
const filmOf = (id: string): string | Blob =>
  theOutbox()
    .all()
    .find((e) => e.makes === `film:${id}`)?.blob ?? new URL(`/api/films/${id}`, location.href).href;

/** Whether this browser can show frames one by one. */
export const canPlay = () => 'VideoDecoder' in globalThis && 'OffscreenCanvas' in globalThis && 'Worker' in globalThis;

export type Hears = {
  opened: () => void;
  /** A frame is painted: how many were asked before it, and of which second it is. */
  shown: (seconds: number) => void;
  exporting: (part: number) => void;
  exported: (film: PackedFilm) => void;
  failed: (sentence: string) => void;
};

/** A film that is drawn on a canvas, any instant of it, with what was found in it. Nothing that finds bodies is loaded for it. */
export class Deck {
  private readonly id = ++last;
  private readonly worker: Worker;
  private asked = 0;
  private busy = false;
  private wanted: { seconds: number; drawn: boolean } | null = null;

  constructor(clip: Played, canvas: OffscreenCanvas, hears: Hears) {
    worker ??= new Worker(new URL('./deck.worker.ts', import.meta.url));
    this.worker = worker;
    this.hear = ({ data }: MessageEvent<FromDeck>) => {
      if (data.id !== this.id) return;
      if (data.kind === 'opened') hears.opened();
      else if (data.kind === 'shown') {
        this.busy = false;
        hears.shown(data.seconds);
        this.next();
      } else if (data.kind === 'exporting') hears.exporting(data.part);
      else if (data.kind === 'exported') hears.exported(data.packed);
      else {
        this.busy = false;
        hears.failed(data.sentence);
      }
    };
    this.worker.addEventListener('message', this.hear);
    this.tell({ kind: 'open', id: this.id, film: filmOf(clip.clipId), clip, canvas }, [canvas]);
  }

  private readonly hear: (event: MessageEvent<FromDeck>) => void;

  /** Shows an instant; of several that are asked while one is drawn the newest wins. */
  show(seconds: number, drawn: boolean) {
    this.wanted = { seconds, drawn };
    this.next();
  }

  private next() {
    if (this.busy || !this.wanted) return;
    this.busy = true;
    this.tell({ kind: 'show', id: this.id, n: ++this.asked, ...this.wanted });
    this.wanted = null;
  }

  export = () => this.tell({ kind: 'export', id: this.id });
  stop = () => this.tell({ kind: 'stop', id: this.id });

  close() {
    this.worker.removeEventListener('message', this.hear);
    this.tell({ kind: 'stop', id: this.id });
    this.tell({ kind: 'close', id: this.id });
  }

  private tell(message: ToDeck, moved: Transferable[] = []) {
    this.worker.postMessage(message, moved);
  }
}
