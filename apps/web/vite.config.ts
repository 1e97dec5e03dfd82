import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'

export default defineConfig({
  plugins: [
    react(),
    // The whole app is kept on the device, so that it opens where there is no network.
    VitePWA({
      registerType: 'prompt',
      injectRegister: false,
      includeAssets: ['icon.svg'],
      manifest: {
        name: 'Kavrell',
        short_name: 'Kavrell',
        description: 'Plan the shoot day. Keep its record. Know when a card is safe to wipe.',
        start_url: '/',
        display: 'standalone',
        background_color: '#e8edef',
        theme_color: '#e8edef',
        icons: [
          { src: 'icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: 'icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'any maskable' },
          { src: 'icon.svg', sizes: 'any', type: 'image/svg+xml' },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,woff2,svg,png,webmanifest}'],
        // What the PDF library can do besides, which nothing here asks of it.
        globIgnores: ['**/noto-sans*', '**/html2canvas*', '**/purify*', '**/index.es-*'],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
        maximumFileSizeToCacheInBytes: 4_000_000,
        cleanupOutdatedCaches: true,
      },
    }),
  ],
  // Fonts stay files: the content policy allows no data: fonts.
  build: { assetsInlineLimit: 0, chunkSizeWarningLimit: 900 },
  worker: { format: 'es' },
  server: { proxy: { '/api': 'http://127.0.0.1:4180' } },
})
