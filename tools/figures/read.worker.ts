import { Eye } from '../../web/src/clips/eye';

let eye: Eye | null = null;

/** Answers each frame with the points that are seen in it; `first` begins a new film. */
self.onmessage = async ({ data: { frame, first } }: MessageEvent<{ frame: ImageBitmap; first: boolean }>) => {
  eye ??= await Eye.open('/seeing');
  if (first) eye.forget();
  self.postMessage(await eye.points({ width: frame.width, height: frame.height, draw: (to) => to.drawImage(frame, 0, 0) }));
};
