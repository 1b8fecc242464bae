import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react(), tailwind()],
  resolve: { alias: { '@': '/src' } },
  build: { outDir: 'dist', assetsInlineLimit: 0, target: 'es2022', reportCompressedSize: true, chunkSizeWarningLimit: 650 },
  test: { include: ['src/**/*.test.ts'] },
  server: { proxy: { '/api': { target: 'http://127.0.0.1:5170', ws: true } } },
});
