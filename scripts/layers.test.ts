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

describe('inside the core, too', () => {
  const eslint = new ESLint({ cwd: root });
  const said = async (code: string, file: string): Promise<string[]> =>
    (await eslint.lintText(code, { filePath: `${root}/packages/core/src/${file}` }))[0]!.messages
      .filter((m) => m.ruleId === 'floors/downwards')
      .map((m) => m.message);
  it.each([
    ['standards/en1993/x.ts', '../../joints/kind.ts'],
    ['actions/x.ts', '../basis/basis.ts'],
    ['checks/x.ts', '../job/document.ts'],
    ['joints/members.ts', './beam-end/input.ts'],
    ['joints/fin-plate/x.ts', '../registry.ts'],
    ['design/x.ts', '../job/workings.ts'],
  ])('%s may not import %s', async (file, name) => {
    const messages = await said(`import '${name}';\nexport * from '${name}';\n`, file);
    expect(messages.filter((m) => / is a floor under /.test(m))).toHaveLength(2);
  });
  it.each([
    ['joints/fin-plate/x.ts', '../beam-end/input.ts'],
    ['joints/fin-plate/x.ts', './model.ts'],
    ['job/x.ts', '../joints/registry.ts'],
    ['standards/en1993/x.ts', '../../checks/check.ts'],
  ])('%s may import %s', async (file, name) => expect(await said(`import '${name}';\n`, file)).toEqual([]));
  it('no kind may import another', async () => {
    expect((await said("import '../cleats/model.ts';\n", 'joints/fin-plate/x.ts')).join()).toContain(
      '"fin-plate" and "cleats" know nothing of each other',
    );
    expect(await said("import './fin-plate/model.ts';\n", 'joints/registry.ts')).toEqual([]);
  });
  it('no circle, however long; and no file that stands nowhere', async () => {
    expect(
      await said(
        "import type { BeamWebCase } from './beam-web.ts';\nexport type X = BeamWebCase;\n",
        'standards/en1993/axial.ts',
      ),
    ).toEqual([]);
    expect(
      (
        await said("import { axialCheck } from './axial.ts';\nexport const x = axialCheck;\n", 'standards/en1993/beam-web.ts')
      ).join(),
    ).toContain('in a circle: standards/en1993/beam-web.ts -> standards/en1993/axial.ts -> standards/en1993/beam-web.ts');
    expect((await said("import './nowhere/x.ts';\n", 'index.ts')).join()).toContain('stands on no floor');
  });
});
