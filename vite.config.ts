import { reactRouter } from '@react-router/dev/vite';
import tailwindcss from '@tailwindcss/vite';
import { fileURLToPath } from 'node:url';
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

/** The router's package leads every bundler to its development build; what is built for use takes the other one. */
const router = fileURLToPath(new URL('./node_modules/react-router/dist/production/', import.meta.url));
const productionRouter = [
  { find: /^react-router$/, replacement: `${router}index.mjs` },
  { find: /^react-router\/dom$/, replacement: `${router}dom-export.mjs` },
];

export default defineConfig(({ command }) => ({
  resolve: { alias: command === 'build' ? productionRouter : [] },
  environments: {
    ssr: {
      build: { rollupOptions: { input: './server/handler.ts' } },
      resolve: { noExternal: ['react-router', '@react-router/express', '@react-router/node'] },
    },
  },
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
}));
