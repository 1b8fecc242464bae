/** The longest stretch that is read, seconds, and the largest file, bytes. */
export const LONGEST = 60;
export const LARGEST = 300 * 1024 * 1024;
/** Fewer frames a second lose repetitions. */
export const SLOWEST = 10;

/** Why a file cannot be read as a clip. */
export type ClipFault = 'tooLarge' | 'noFilm' | 'cutOff' | 'codec' | 'tooShort' | 'tooSlow' | 'nobody';

/** What to do about it, in a sentence. */
export const clipSentence: Record<ClipFault, string> = {
  tooLarge: 'This file is over 300 MB. Film again at 1080p and 30 frames a second, three to six repetitions.',
  noFilm: 'No film is in this file. Pick a clip: MP4, MOV or WebM.',
  cutOff: 'This clip breaks off before its end. Send it from the phone again, or film again.',
  codec:
    'This browser cannot read how the phone packed this clip. On the phone, set the camera to “most compatible” (H.264), then film again.',
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

/** What went wrong while a film was read, as why it cannot be: one that decodes no further was cut off on its way. Anything else is this device's trouble. */
export const asRefusal = (error: unknown) =>
  error instanceof Error &&
  /decod|corrupt|packet|EncodingError|parse|invalid|unexpected end|EOF/i.test(`${error.name} ${error.message}`)
    ? new ClipRefused('cutOff')
    : error;
