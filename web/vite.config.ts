import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react()],
  build: { outDir: 'target/classes/static', emptyOutDir: true, chunkSizeWarningLimit: 700 },
  css: {
    preprocessorOptions: {
      scss: {
        quietDeps: true,
        silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'],
      },
    },
  },
  // the words stand in docs
  server: { proxy: { '/api': 'http://127.0.0.1:8460' }, fs: { allow: ['.', '../docs'] } },
  test: {
    environment: 'jsdom',
    include: ['src/**/*.test.{ts,tsx}'],
    testTimeout: 20_000,
    // one window for all files takes a sixth of the time; what a test leaves behind is put away in beforeTests
    isolate: false,
    setupFiles: ['src/shared/beforeTests.ts'],
    coverage: {
      include: ['src/**/*.{ts,tsx}'],
      reporter: ['text-summary'],
      reportsDirectory: 'target/coverage',
    },
  },
});
