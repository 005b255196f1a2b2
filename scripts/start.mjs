import { ensureBuild, ensureDependencies } from './setup.mjs';

try {
  ensureDependencies();
  ensureBuild();
} catch (error) {
  console.error(error.message);
  process.exit(1);
}
// In this very process: one to start, one to stop with Ctrl-C.
await import(new URL('../dist/server.js', import.meta.url));
