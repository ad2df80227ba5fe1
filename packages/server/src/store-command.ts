import { serverOf } from './lock.ts';
import { dataFolder, storeFile } from './start.ts';
import { backUp, restore } from './store/backup.ts';
import { StoreProblem } from './store/condition.ts';

// npm run backup -- FILE, npm run restore -- FILE
const [what, file] = process.argv.slice(2);
const folder = dataFolder();
const store = storeFile(folder);

async function run(): Promise<string> {
  if (!file)
    throw new StoreProblem(
      what === 'restore'
        ? 'Give the backup to restore: npm run restore -- FILE'
        : 'Give the file to write: npm run backup -- FILE',
    );
  if (what === 'restore') {
    const url = await serverOf(folder);
    if (url) throw new StoreProblem(`A server serves this store at ${url}; stop it first, then restore.`);
    const kept = await restore(store, file);
    return `Restored ${store} from ${file}.${kept ? ` What stood there is kept as ${kept}.` : ''}`;
  }
  await backUp(store, file);
  return `Copied ${store} to ${file}.`;
}

run().then(
  (said) => process.stdout.write(`${said}\n`),
  (e: unknown) => {
    process.stderr.write(`${e instanceof Error ? e.message : String(e)}\n`);
    process.exitCode = 1;
  },
);
