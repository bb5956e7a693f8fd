import { reactRouter } from '@react-router/dev/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig, type Plugin } from 'vite';
import { isolationHeaders } from './server/headers.mjs';

/** The development server sends the same isolation headers as the production server. */
const isolation: Plugin = {
  name: 'isolation-headers',
  configureServer(server) {
    server.middlewares.use((_request, response, next) => {
      for (const [name, value] of Object.entries(isolationHeaders)) response.setHeader(name, value);
      next();
    });
  },
};

export default defineConfig({
  plugins: [isolation, tailwindcss(), reactRouter()],
  worker: { format: 'es' },
  optimizeDeps: {
    include: [
      'clipper2-ts',
      'clipper2-ts/dist/Core.js',
      'clipper2-ts/dist/Engine.js',
      'earcut',
      'flatbush',
      'comlink',
      'dexie',
      'fflate',
      'joi',
      'three',
    ],
    exclude: ['web-ifc'],
  },
  build: { chunkSizeWarningLimit: 4000 },
  define: { 'process.env.NODE_DEBUG': 'undefined' },
});
