import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { faceFiles } from './faceFiles';
import { playerFile } from './playerFile';

export default defineConfig({
  plugins: [react(), faceFiles(), playerFile()],
  build: { target: 'es2022', chunkSizeWarningLimit: 900 },
  worker: { format: 'es' },
  css: {
    preprocessorOptions: {
      scss: { quietDeps: true, silenceDeprecations: ['import', 'if-function'] },
    },
  },
});
