import { readFileSync } from 'node:fs';
import { readJob } from '../../job/document.ts';
import type { BaseInput } from './input.ts';

const { joints } = readJob(JSON.parse(readFileSync(new URL('../../../../../demo/tern-quay.json', import.meta.url), 'utf8')));
/** A base of the demo job. */
export const demoBase = (mark: string): BaseInput => joints.find((j) => j.mark === mark)!.input as unknown as BaseInput;
