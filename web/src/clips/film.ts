import { ALL_FORMATS, BlobSource, Input, type InputVideoTrack } from 'mediabunny';
import { asRefusal, ClipRefused, LARGEST, SLOWEST } from './refusal';
import type { ClipFacts } from './track';

/** A clip that is open for reading, frame by frame, upright whichever way the phone was held. */
export type Film = { facts: ClipFacts; track: InputVideoTrack; close: () => void };

/** How many packets tell how fast a clip was filmed. */
const ENOUGH = 120;

/** Opens a file as a clip, or says why not. Nothing of its sound is looked at. */
export async function openFilm(file: Blob): Promise<Film> {
  if (file.size > LARGEST) throw new ClipRefused('tooLarge');
  const input = new Input({ source: new BlobSource(file), formats: ALL_FORMATS });
  const close = () => input.dispose();
  try {
    if (!(await input.canRead())) throw new ClipRefused('noFilm');
    const track = await input.getPrimaryVideoTrack();
    if (!track) throw new ClipRefused('noFilm');
    if (!(await track.canDecode())) throw new ClipRefused('codec');
    const begins = await track.getFirstTimestamp();
    const duration = (await track.computeDuration()) - begins;
    const rate = (await track.computePacketStats(ENOUGH)).averagePacketRate;
    if (!(duration >= 1)) throw new ClipRefused('tooShort');
    if (rate < SLOWEST) throw new ClipRefused('tooSlow');
    const facts = { width: await track.getDisplayWidth(), height: await track.getDisplayHeight(), duration, rate };
    return { facts, track, close };
  } catch (error) {
    close();
    throw error instanceof ClipRefused ? error : asRefusal(error);
  }
}
