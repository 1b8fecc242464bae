// Hands every frame that the app would look at to the eye, and the points back.
import { ALL_FORMATS, BlobSource, Input, VideoSampleSink } from 'mediabunny';
import { due } from './rate.js';

const worker = new Worker('/read.worker.js');
worker.onerror = (e) => fetch('/done', { method: 'POST', body: `worker: ${e.message}` });
const points = (frame, first) => new Promise((found) => {
  worker.onmessage = ({ data }) => found(data);
  worker.postMessage({ frame, first }, [frame]);
});

try {
  for (const { name, film } of await (await fetch('/jobs')).json()) {
    const blob = await (await fetch(`data:video/webm;base64,${film}`)).blob();
    const track = await new Input({ source: new BlobSource(blob), formats: ALL_FORMATS }).getPrimaryVideoTrack();
    const { averagePacketRate } = await track.computePacketStats(100);
    const canvas = new OffscreenCanvas(track.displayWidth, track.displayHeight), c = canvas.getContext('2d');
    const frames = [];
    let last = null;
    for await (const sample of new VideoSampleSink(track).samples()) {
      if (due(sample.timestamp, last, averagePacketRate)) {
        last = sample.timestamp;
        sample.draw(c, 0, 0);
        frames.push({ seconds: +sample.timestamp.toFixed(4), points: await points(await createImageBitmap(canvas), frames.length === 0) });
      }
      sample.close();
    }
    await fetch('/keep', { method: 'POST', headers: { 'x-truth': JSON.stringify({ name }) }, body: JSON.stringify({ width: canvas.width, height: canvas.height, frames }) });
  }
  await fetch('/done', { method: 'POST' });
} catch (e) {
  await fetch('/done', { method: 'POST', body: String(e.stack ?? e) });
}
