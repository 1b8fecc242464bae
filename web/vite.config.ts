import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { VitePWA } from 'vite-plugin-pwa';
import { defineConfig } from 'vitest/config';
import { seeing } from './seeing.js';

export default defineConfig({
  plugins: [
    react(),
    tailwind(),
    seeing(),
    // The whole app lies on the device after the first visit; what the studio knows of people does not.
    VitePWA({
      registerType: 'prompt',
      injectRegister: false,
      filename: 'worker.js',
      manifestFilename: 'app.webmanifest',
      workbox: {
        globPatterns: ['**/*.{js,css,html,woff2,svg,png,webp}'],
        // Fetched with the first clip and kept from then on.
        globIgnores: ['seeing/**'],
        runtimeCaching: [
          {
            urlPattern: ({ url }) => url.pathname.startsWith('/seeing/'),
            // The server's word first, so that a newer app never runs half of an older one; without it, what is kept.
            handler: 'NetworkFirst',
            options: { cacheName: 'seeing' },
          },
        ],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
        cleanupOutdatedCaches: true,
        sourcemap: false,
      },
      manifest: {
        name: 'Deft Stride',
        short_name: 'Deft Stride',
        description: 'Split squats, lunges, step-ups and step-downs: looked at, corrected, progressed.',
        lang: 'en',
        start_url: '/',
        display: 'standalone',
        background_color: '#F1EEE6',
        theme_color: '#26312D',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
          { src: '/icon-maskable-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
          { src: '/mark.svg', sizes: 'any', type: 'image/svg+xml' },
        ],
      },
    }),
  ],
  resolve: { alias: { '@': '/src' } },
  // What finds a body loads itself the old way, which a module may not.
  worker: { format: 'iife' },
  build: {
    outDir: 'dist',
    assetsInlineLimit: 0,
    target: 'es2022',
    reportCompressedSize: true,
    chunkSizeWarningLimit: 650,
    rolldownOptions: {
      output: {
        codeSplitting: {
          // Left to itself it makes a file of everything that some screens share: a hundred of them, most under 2 kB, and each is
          // asked for on its own whenever a page is opened.
          groups: [
            { name: 'first', tags: ['$initial'], priority: 2 },
            { name: 'shared', minShareCount: 2, priority: 1 },
          ],
        },
      },
    },
  },
  test: { include: ['src/**/*.test.ts'] },
  server: { proxy: { '/api': { target: 'http://127.0.0.1:5170', ws: true } } },
});
