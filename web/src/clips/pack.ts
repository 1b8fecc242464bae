import { EncodedPacketSink, EncodedVideoPacketSource, Mp4OutputFormat, Output, StreamTarget, WebMOutputFormat } from 'mediabunny';
import { openFilm } from './film';
import { newPlace, type PackedFilm } from './packed';
import { ClipRefused } from './refusal';

/** Takes a stretch of a clip over as it was packed, frame by frame, into a file of this device: nothing of it is held in memory or coded anew. */
export async function packFilm(file: Blob, from: number, to: number): Promise<PackedFilm> {
  const film = await openFilm(file);
  const { name, disk, read, drop } = await newPlace();
  try {
    const { track } = film;
    const [codec, config, begins] = [await track.getCodec(), await track.getDecoderConfig(), await track.getFirstTimestamp()];
    if (!codec || !config) throw new ClipRefused('codec');
    const rotation = await track.getRotation();
    // WebM cannot say that a phone was held upright; MP4 can, and takes all codecs but the oldest.
    const type = codec === 'vp8' || (codec !== 'avc' && rotation === 0) ? 'webM' : 'mp4';
    const output = new Output({
      format: type === 'mp4' ? new Mp4OutputFormat({ fastStart: false }) : new WebMOutputFormat(),
      target: new StreamTarget(new WritableStream({ write: ({ data, position }) => void disk.write(data, { at: position }) }), {
        chunked: true,
      }),
    });
    const source = new EncodedVideoPacketSource(codec);
    output.addVideoTrack(source, { rotation });
    await output.start();
    const sink = new EncodedPacketSink(track);
    const first = (await sink.getKeyPacket(begins + Math.max(0, from))) ?? (await sink.getFirstPacket());
    if (!first) throw new ClipRefused('cutOff');
    for await (const packet of sink.packets(first)) {
      if (packet.timestamp > begins + to) break;
      // Frames before the first whole one in the order of showing are not decodable without what lies before it.
      if (packet.timestamp < first.timestamp) continue;
      await source.add(packet.clone({ timestamp: packet.timestamp - first.timestamp }), { decoderConfig: config });
    }
    await output.finalize();
    disk.flush();
    disk.close();
    return { film: await read(), type, offset: Math.round(1e4 * (first.timestamp - begins)) / 1e4, name };
  } catch (error) {
    disk.close();
    await drop();
    throw error;
  } finally {
    film.close();
  }
}
