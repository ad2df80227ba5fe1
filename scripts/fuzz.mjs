// npm run fuzz -- 100000 [seed]: generated requests against a server and mutated job files through the checks, as many as asked for.
import { install, ROOT, run } from './setup.mjs';

install();
run('Fuzz', process.execPath, ['--import', 'tsx', `${ROOT}/scripts/fuzz.ts`, ...process.argv.slice(2)]);
