import { readFileSync, statSync } from 'node:fs';
import { dirname, relative, resolve, sep } from 'node:path';

const IMPORT = /(?:^|\n)(?:import|export)\s[^;]*?from\s+'(\.[^']+)'/g;
/** Files that a file imports, from its text. */
const importsOf = (file, text) => [...text.matchAll(IMPORT)].map((m) => resolve(dirname(file), m[1]));

const known = new Map();
function importsOnDisk(file) {
  const at = statSync(file, { throwIfNoEntry: false })?.mtimeMs;
  if (at === undefined) return [];
  const kept = known.get(file);
  if (kept?.at === at) return kept.list;
  const list = importsOf(file, readFileSync(file, 'utf8'));
  known.set(file, { at, list });
  return list;
}

/** The way from a file back to `goal`, or null. */
function wayTo(goal, file, seen = new Set()) {
  if (file === goal) return [file];
  if (seen.has(file)) return null;
  seen.add(file);
  for (const next of importsOnDisk(file)) {
    const way = wayTo(goal, next, seen);
    if (way) return [file, ...way];
  }
  return null;
}

/** Imports inside a package run downwards, from floor to lower floor or along one, and never in a circle. */
export const downwards = {
  meta: {
    type: 'problem',
    schema: [
      {
        type: 'object',
        properties: { root: { type: 'string' }, floors: { type: 'array', items: { type: 'string' } } },
        additionalProperties: false,
      },
    ],
    messages: {
      up: '"{{from}}" is a floor under "{{to}}": imports run downwards.',
      unknown: '"{{name}}" stands on no floor; name it in eslint.config.js.',
      apart: '"{{from}}" and "{{to}}" know nothing of each other: put what both need on a floor below.',
      circle: 'Files import each other in a circle: {{way}}.',
    },
  },
  create(context) {
    const { root, floors } = context.options[0];
    const file = context.filename;
    /** The longest floor that a file stands on: `joints/beam-end` before `joints`. */
    const floorOf = (path) => {
      const inside = relative(root, path).split(sep).join('/');
      const named = floors.filter((f) => inside === f || inside.startsWith(`${f}/`));
      return floors.indexOf(named.sort((a, b) => b.length - a.length)[0]);
    };
    const look = (node) => {
      const name = node.source?.value;
      if (typeof name !== 'string' || !name.startsWith('.')) return;
      const target = resolve(dirname(file), name);
      if (relative(root, target).startsWith('..')) return;
      const [mine, other] = [floorOf(file), floorOf(target)];
      for (const [floor, path] of [
        [mine, file],
        [other, target],
      ])
        if (floor < 0) context.report({ node, messageId: 'unknown', data: { name: relative(root, path) } });
      if (mine >= 0 && other > mine) context.report({ node, messageId: 'up', data: { from: floors[mine], to: floors[other] } });
      const kinds = [file, target]
        .map((p) => /^joints\/([^/]+)\//.exec(relative(root, p).split(sep).join('/'))?.[1])
        .filter((k) => k && !floors.includes(`joints/${k}`));
      if (kinds.length === 2 && kinds[0] !== kinds[1])
        context.report({ node, messageId: 'apart', data: { from: kinds[0], to: kinds[1] } });
      const way = wayTo(file, target);
      if (way)
        context.report({ node, messageId: 'circle', data: { way: [file, ...way].map((p) => relative(root, p)).join(' -> ') } });
    };
    return { ImportDeclaration: look, ExportNamedDeclaration: look, ExportAllDeclaration: look };
  },
};
