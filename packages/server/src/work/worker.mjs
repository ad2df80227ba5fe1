// The pool starts this file in each thread; TypeScript is not understood there until it is registered.
import { register } from 'tsx/esm/api';

register();
export default (await import('./thread.ts')).default;
