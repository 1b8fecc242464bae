/** The points of a body that are looked for, as they lie on the client: thirteen of them. */
export const BODY_POINTS = [
  'ear',
  'leftShoulder',
  'rightShoulder',
  'leftHip',
  'rightHip',
  'leftKnee',
  'rightKnee',
  'leftAnkle',
  'rightAnkle',
  'leftHeel',
  'rightHeel',
  'leftToe',
  'rightToe',
] as const;

export type BodyPoint = (typeof BODY_POINTS)[number];

/** One frame: seconds from the start of the clip, and for each of the points x, y (pixels of the upright frame) and confidence. Empty where nobody was found. */
export type SeenFrame = { seconds: number; points: number[] };

/** What was seen of a clip. */
export type SeenClip = { width: number; height: number; frames: SeenFrame[] };

/** What a clip is before anything is looked for in it. */
export type ClipFacts = {
  width: number;
  height: number;
  /** Seconds. */
  duration: number;
  /** Frames a second, as it was filmed. */
  rate: number;
};

/** How far the reading of a clip has come. */
export type Progress = {
  /** Frames looked at. */
  done: number;
  /** How many there will be, an estimate. */
  of: number;
  /** Seconds left at this pace, or null while it cannot be told. */
  left: number | null;
  /** Everything seen so far. */
  seen: SeenFrame[];
  /** The picture's, pixels. */
  size: { width: number; height: number };
};

/** Several people in a clip: a frame of it as a picture, and where each of them is, in its pixels. */
export type People = {
  picture: Blob;
  width: number;
  height: number;
  boxes: { x: number; y: number; width: number; height: number }[];
};
