import { existsSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const isProject = (folder: string): boolean => {
  const file = join(folder, 'package.json');
  return existsSync(file) && (JSON.parse(readFileSync(file, 'utf8')) as { workspaces?: unknown }).workspaces !== undefined;
};

function above(folder: string): string {
  if (isProject(folder)) return folder;
  const parent = dirname(folder);
  if (parent === folder) throw new Error('the folder of the project was not found above the code that runs');
  return above(parent);
}

/** The project's folder, whether the sources run or what was built from them. */
export const ROOT = above(dirname(fileURLToPath(import.meta.url)));
