import { fileURLToPath } from 'node:url';
import { ESLint } from 'eslint';
import { describe, expect, it } from 'vitest';

const root = fileURLToPath(new URL('..', import.meta.url));

describe('imports run downwards only', () => {
  const eslint = new ESLint({ cwd: root });
  const errors = async (code: string, file: string): Promise<number> =>
    (await eslint.lintText(code, { filePath: `${root}/${file}` }))[0]!.messages.filter(
      (m) => m.ruleId === 'no-restricted-imports',
    ).length;
  it.each([
    ['packages/core/src/x.ts', 'node:fs'],
    ['packages/core/src/x.ts', '@ample/exchange/pdf'],
    ['packages/core/src/x.ts', 'react'],
    ['packages/exchange/src/x.ts', '@ample/server'],
    ['packages/web/src/x.ts', '@ample/server'],
    ['packages/cli/src/x.ts', '@ample/server'],
    ['packages/server/src/x.ts', '@ample/cli'],
  ])('%s may not import %s', async (file, name) => expect(await errors(`import '${name}';\n`, file)).toBe(1));
  it.each([
    ['packages/web/src/x.ts', '@ample/core'],
    ['packages/exchange/src/x.ts', '@ample/core'],
    ['packages/cli/src/x.ts', '@ample/exchange/pdf'],
  ])('%s may import %s', async (file, name) => expect(await errors(`import '${name}';\n`, file)).toBe(0));
});
