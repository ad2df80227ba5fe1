import { dataFolder, startServer, storeFile } from './start.ts';

const port = Number(process.env['PORT'] ?? 4170);
const data = dataFolder();
const running = await startServer({
  port,
  data,
  seed: process.argv.includes('--seed'),
  cold: process.argv.includes('--cold'),
  level: process.env['LOG_LEVEL'] ?? 'warn',
}).catch((e: NodeJS.ErrnoException) => {
  process.stderr.write(
    e.code === 'EADDRINUSE'
      ? `Port ${port} is in use; stop what runs there or set PORT to another one.\n`
      : `The server could not start. ${e.message}\n`,
  );
  process.exit(1);
});
process.stdout.write(
  `Ample Gusset is at ${running.url}\nIts store is ${storeFile(data)}; back it up with: npm run backup -- FILE\n`,
);
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => void running.close().then(() => process.exit(0)));
