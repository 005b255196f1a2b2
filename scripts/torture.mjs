import { join } from 'node:path';
import { ROOT, ensureBuild, ensureDependencies, run } from './setup.mjs';

ensureDependencies();
ensureBuild();
process.exit(run(join(ROOT, 'node_modules', '.bin', 'tsx'), ['tests/torture/main.ts', ...process.argv.slice(2)]));
