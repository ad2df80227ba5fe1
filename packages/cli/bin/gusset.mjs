#!/usr/bin/env node
import { fileURLToPath, pathToFileURL } from 'node:url';
import { bundled } from '../../../scripts/bundle.mjs';

const source = new URL('../src/main.ts', import.meta.url);
const file = await bundled(fileURLToPath(source));
if (file) await import(pathToFileURL(file).href);
else {
  const { register } = await import('tsx/esm/api');
  register();
  await import(source.href);
}
