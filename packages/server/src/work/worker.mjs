// The pool starts this file in each thread; TypeScript is not understood there until it is registered.
import { register } from 'tsx/esm/api';

register();
const tasks = await import('./tasks.ts');
export const {
  judge,
  planTable,
  listChanges,
  judgeThen,
  readJoints,
  importJob,
  exportJob,
  backup,
  pdf,
  listJob,
  listSince,
  readModel,
  planModel,
  exchangeJob,
} = tasks;
