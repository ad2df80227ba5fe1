import { validate } from '../validate/index.ts';
import type { Basis } from '../basis/basis.ts';
import { basisUnder } from '../standards/job-basis.ts';
import { standardOf } from '../standards/registry.ts';
import { Refusal } from '../refusal.ts';
import { usBasePlateTool } from './aisc360/base-plate.ts';
import { usBoltTool } from './aisc360/bolt.ts';
import { usBoltGroupTool, usWeldGroupTool } from './aisc360/groups.ts';
import { usCopeTool, usPryingTool } from './aisc360/parts.ts';
import { boltTool } from './bolt.ts';
import { enCombinationsTool, usCombinationsTool } from './combinations.ts';
import { boltGroupTool, weldGroupTool } from './groups.ts';
import { sectionTool } from './section.ts';
import { tStubTool } from './t-stub.ts';
import type { Calculation, Tool } from './tool.ts';

export type { Calculation, Tool, ToolField, ToolPicture, ToolTable } from './tool.ts';

/** The only list of calculators. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- each calculator types its own input; the list holds them all
export const TOOLS: readonly Tool<any>[] = [
  boltTool,
  boltGroupTool,
  weldGroupTool,
  sectionTool,
  tStubTool,
  enCombinationsTool,
  usBoltTool,
  usBoltGroupTool,
  usWeldGroupTool,
  usPryingTool,
  usCopeTool,
  usBasePlateTool,
  usCombinationsTool,
];

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- as above
export function toolOf(id: string): Tool<any> {
  const tool = TOOLS.find((t) => t.id === id);
  if (!tool)
    throw new Refusal('tool', `tool: there is no calculator "${id}"; accepted are ${TOOLS.map((t) => t.id).join(', ')}.`);
  return tool;
}

/** A calculation by its calculator, or the sentence that says why not. */
export function calculate(
  toolId: string,
  input: unknown,
  basis: Basis,
): { readonly ok: Calculation } | { readonly refusal: { readonly field: string; readonly message: string } } {
  const tool = toolOf(toolId);
  const checked = validate<unknown>(tool.schema(), input);
  if ('error' in checked) return { refusal: checked.error };
  try {
    const own = basis.standard.id === tool.standard;
    return { ok: tool.calculate(checked.value, own ? basis : basisUnder(basis, standardOf(tool.standard))) };
  } catch (e) {
    if (e instanceof Refusal) return { refusal: { field: e.field, message: e.message } };
    throw e;
  }
}
export { toolFieldHelp } from './field-help.ts';
export { numberLines } from './tool.ts';
