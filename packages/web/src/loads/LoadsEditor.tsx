import { useMemo } from 'react';
import {
  choiceOf,
  loadCode,
  loadSets,
  Refusal,
  validate,
  loadsSchema,
  type Basis,
  type JobLoads,
  type LoadSets,
} from '@ample/core';
import { Problem } from '../parts/Dialog.tsx';
import { ByHand } from './ByHand.tsx';
import { CaseTable } from './CaseTable.tsx';
import { Choices } from './Choices.tsx';
import { CombinationList } from './CombinationList.tsx';

/** Why the load cases can't be combined as they stand, or their list. */
export function madeOf(
  loads: JobLoads,
  basis: Basis,
  guessed: ReadonlySet<string>,
): { readonly ok: LoadSets } | { readonly refusal: string } {
  const open = loads.cases.filter((c) => guessed.has(c.id)).map((c) => c.id);
  if (open.length)
    return {
      refusal: `${open.join(', ')}: what ${open.length === 1 ? 'this case is was' : 'these cases are was'} guessed from the name; confirm it, or choose another kind or category.`,
    };
  const judged = validate<JobLoads>(loadsSchema(), loads, 'loads');
  if ('error' in judged) return { refusal: judged.error.message };
  try {
    return { ok: loadSets(loads, basis) };
  } catch (e) {
    if (e instanceof Refusal) return { refusal: e.message };
    throw e;
  }
}

interface Props {
  readonly basis: Basis;
  readonly loads: JobLoads;
  readonly guessed: ReadonlySet<string>;
  readonly onChange: (loads: JobLoads, guessed: ReadonlySet<string>) => void;
}

/** Load cases, how they are combined, and the list that comes of it. */
export function LoadsEditor({ basis, loads, guessed, onChange }: Props) {
  const { screen, title } = loadCode(basis);
  const made = useMemo(() => madeOf(loads, basis, guessed), [loads, basis, guessed]);
  const take = (next: JobLoads): void => onChange(next, guessed);
  return (
    <div className="grid gap-5">
      <section aria-label="Load cases">
        <h2 className="mb-2">Load cases, combined to {title}</h2>
        {loads.cases.length === 0 && (
          <p className="muted">
            No load cases yet. Give them by their names; joints then take the forces of each case, and combinations are made here.
            Ready combinations can stand beside them at each joint.
          </p>
        )}
        <CaseTable
          screen={screen}
          loads={loads}
          guessed={guessed}
          onCases={(cases, told) => onChange({ ...loads, cases }, told)}
        />
      </section>
      {loads.cases.length > 0 && (
        <section aria-label="How they are combined">
          <Choices screen={screen} loads={loads} choice={choiceOf(basis.standard, basis.set)} onLoads={take} />
        </section>
      )}
      {loads.cases.length > 0 &&
        ('ok' in made ? (
          <>
            <CombinationList loads={loads} made={made.ok} onLoads={take} />
            <ByHand screen={screen} loads={loads} onLoads={take} />
          </>
        ) : (
          <Problem>{made.refusal}</Problem>
        ))}
    </div>
  );
}
