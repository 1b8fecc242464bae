import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';

/** What finds a body in a picture: where it lies in its package, how much of the file, and what it must be. */
const SEEING = [
  ['litert.js', '@litertjs/core/wasm/litert_wasm_compat_internal.js', null, ''],
  ['litert.wasm', '@litertjs/core/wasm/litert_wasm_compat_internal.wasm', null, ''],
  ['finder.bin', '@mediapipe/pose/pose_solution_packed_assets.data', 2_962_288, 'a63c614bef30d35947f13be361820b1e4e3bec9cfeebf4d11216a18373108e85'],
  ['placer.bin', '@mediapipe/pose/pose_landmark_full.tflite', null, 'e9a5c5cb17f736fafd4c2ec1da3b3d331d6edbe8a0d32395855aeb2cdfd64b9f'],
];

/** Puts them beside the app, so that nothing is fetched from anywhere else. They are fetched when the first clip is read. */
export const seeing = () => ({
  name: 'seeing',
  apply: 'build',
  generateBundle() {
    for (const [name, from, length, sum] of SEEING) {
      const source = readFileSync(`node_modules/${from}`).subarray(0, length ?? undefined);
      const is = createHash('sha256').update(source).digest('hex');
      if (sum && is !== sum) this.error(`${from} is not the file it was: ${is}`);
      this.emitFile({ type: 'asset', fileName: `seeing/${name}`, source });
    }
  },
});
