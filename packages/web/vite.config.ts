import tailwind from '@tailwindcss/vite'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

export default defineConfig({
  plugins: [vue(), tailwind()],
  resolve: { conditions: ['development', 'module', 'browser', 'import', 'default'] },
  server: {
    proxy: process.env.ROOK_API ? { '/api': { target: process.env.ROOK_API } } : {},
  },
  build: {
    target: 'es2022',
    // What is left of it is little: in forty files it would carry more of headers than of style.
    cssCodeSplit: false,
    chunkSizeWarningLimit: 900,
  },
})
