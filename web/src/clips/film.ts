import { ALL_FORMATS, BlobSource, Input, type InputVideoTrack } from 'mediabunny';
import type { ClipFacts } from './track';

/** The longest clip, seconds, and the largest, bytes. */
export const LONGEST = 60;
export const LARGEST = 300 * 1024 * 1024;
/** Fewer frames a second lose repetitions. */
export const SLOWEST = 10;

/** Why a file cannot be read as a clip. */
export type ClipFault = 'tooLarge' | 'noFilm' | 'cutOff' | 'codec' | 'tooLong' | 'tooShort' | 'tooSlow' | 'nobody';

/** What to do about it, in a sentence. */
export const clipSentence: Record<ClipFault, string> = {
  tooLarge: 'This file is over 300 MB. Film again at 1080p and 30 frames a second, three to six repetitions.',
  noFilm: 'No film is in this file. Pick a clip: MP4, MOV or WebM.',
  cutOff: 'This clip breaks off before its end. Send it from the phone again, or film again.',
  codec:
    'This browser cannot read how the phone packed this clip. On the phone, set the camera to “most compatible” (H.264), then film again.',
  tooLong: 'This clip is over a minute. Cut it to the repetitions on the phone, or film again.',
  tooShort: 'This clip is too short to hold a repetition. Film from before the first one until after the last.',
  tooSlow: 'This clip has fewer than ten frames a second, too few to follow anybody. Film again at 30.',
  nobody: 'Nobody is seen in this clip. The whole body has to be in the picture, upright and in light; or take pictures instead.',
};

/** A file that cannot be read, with what to do. */
export class ClipRefused extends Error {
  constructor(readonly fault: ClipFault) {
    super(clipSentence[fault]);
  }
}

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
    if (duration > LONGEST + 0.5) throw new ClipRefused('tooLong');
    if (!(duration >= 1)) throw new ClipRefused('tooShort');
    if (rate < SLOWEST) throw new ClipRefused('tooSlow');
    const facts = { width: await track.getDisplayWidth(), height: await track.getDisplayHeight(), duration, rate };
    return { facts, track, close };
  } catch (error) {
    close();
    if (error instanceof ClipRefused) throw error;
    throw new ClipRefused('cutOff');
  }
}
