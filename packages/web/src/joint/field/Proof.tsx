import { useState } from 'react';
import { Link } from 'react-router';
import {
  actionRow,
  carriedWords,
  lapsedWords,
  mayProve,
  proofOf,
  Refusal,
  signedWords,
  symbols,
  toProve,
  unproved,
  untakenOf,
  type ActionName,
  type Basis,
  type Carried,
  type GivenProof,
  type JobRecord,
  type JointContent,
} from '@ample/core';
import { Problem } from '../../parts/Dialog.tsx';
import { useApp } from '../../store/store.ts';
import type { FieldRun } from './useField.ts';

/** What a joint is changed by. */
export interface Proving {
  /** The joint as it is stored. */
  readonly present: JointContent;
  readonly apply: (content: JointContent, label: string) => void;
}

interface Props extends Proving {
  /** With all that acts on it. */
  readonly content: JointContent & { readonly proof?: GivenProof | undefined };
  readonly job: JobRecord;
  readonly basis: Basis;
  readonly run: FieldRun;
}

/** What acts on the joint and no check takes: how far the analysis carries it, and who answers for that. */
export function Proof({ content, job, basis, run, present, apply }: Props) {
  const { proof } = content;
  const wanted = toProve(content);
  if (!wanted && !proof) return null;
  const { under, actions } = wanted ?? { under: [], actions: proof!.actions };
  const stands = proof?.stands === 'yes' && under.length > 0;
  const names = symbols(actions, basis);
  const carried = carriedBy(run);
  const left = under.filter((name) => !carried.some((c) => c.combination === name));
  const saidOf = (name: string): string => {
    const found = stands ? { multiple: proof.carries[name]!, buckling: [] } : carried.find((c) => c.combination === name);
    if (found) return carriedWords(found);
    return run.found?.left.find((l) => l.combination === name)?.reason ?? 'not analysed as it stands';
  };
  return (
    <section className="mt-3" aria-label="What no check takes">
      <h3>
        {under.length
          ? `No check takes ${names}`
          : `All that acts is taken by checks or set aside: the proof of ${names} is for nothing`}
      </h3>
      <ul className="field-proof">
        {under.map((name) => (
          <li key={name}>
            <b>{name}</b> <span>{forcesOf(name, content, basis)}</span>
            <span className="muted">{saidOf(name)}</span>
          </li>
        ))}
      </ul>
      {proof && (
        <p className={stands ? 'mt-1' : 'unused mt-1'}>
          {stands ? `Shown by plate analysis, ${signedWords(proof)}.` : under.length ? `${lapsedWords(proof).slice(2)}.` : ''}{' '}
          <button type="button" className="underline" onClick={() => apply(unproved(present), `proof of ${names} taken back`)}>
            Take the proof back
          </button>
        </p>
      )}
      {!under.length ? null : !mayProve(basis) ? (
        <MayNot jobId={job.id} />
      ) : (
        !stands &&
        (left.length > 0 ? (
          <button type="button" className="btn mt-1" disabled={run.working !== null} onClick={() => run.start(under)}>
            {left.length === under.length ? 'Analyse these' : `Analyse these again (not yet: ${left.join(', ')})`}
          </button>
        ) : (
          <Sign
            make={(by, note) => proofOf(content, job, carried, { by, note, at: new Date().toISOString() })}
            keep={(made) =>
              apply(
                { ...present, loads: { ...present.loads, proof: made } },
                `${names} proved by plate analysis, signed by ${made.by}`,
              )
            }
          />
        ))
      )}
    </section>
  );
}

/** Combinations that the whole joint was analysed under as it stands, each with small cells. */
const carriedBy = ({ found, stale, working }: FieldRun): Carried[] =>
  !found || stale || working || found.preview || found.without.length
    ? []
    : found.all.map(({ field: { combination, result } }) => ({
        combination,
        multiple: result.multiple,
        buckling: result.buckling,
      }));

const forcesOf = (name: string, { combinations }: JointContent, basis: Basis): string =>
  Object.entries(untakenOf(combinations.find((c) => c.name === name)!))
    .map(([k, x]) => {
      const { quantity } = actionRow(k as ActionName);
      return `${symbols([k as ActionName], basis)} ${basis.units.stated(x, quantity)} ${basis.units.unitOf(quantity)}`;
    })
    .join(', ');

interface SignProps {
  readonly make: (by: string, note: string) => ReturnType<typeof proofOf>;
  readonly keep: (made: ReturnType<typeof proofOf>) => void;
}
function Sign({ make, keep }: SignProps) {
  const me = useApp((s) => s.settings.who);
  const [by, setBy] = useState(me);
  const [note, setNote] = useState('');
  const [problem, setProblem] = useState('');
  return (
    <form
      className="mt-1"
      onSubmit={(e) => {
        e.preventDefault();
        try {
          keep(make(by, note));
        } catch (refused) {
          if (!(refused instanceof Refusal)) throw refused;
          setProblem(refused.message);
        }
      }}
    >
      <label className="form-grid">
        <span>Signed by</span>
        <input className="input w-full" maxLength={80} value={by} onChange={(e) => setBy(e.target.value)} />
      </label>
      <label className="form-grid mt-1">
        <span>Why it may be leaned on</span>
        <textarea
          className="textarea w-full"
          rows={2}
          maxLength={2000}
          placeholder="what was looked at: supports, ways of the force, mesh"
          value={note}
          onChange={(e) => setNote(e.target.value)}
        />
      </label>
      <Problem>{problem}</Problem>
      <button type="submit" className="btn btn-primary mt-1">
        Sign: the analysis proves it
      </button>
    </form>
  );
}

/** Why nothing can be proved here. */
function MayNot({ jobId }: { jobId: string }) {
  return (
    <p className="mt-1">
      The analysis takes it too, and the basis of the job does not let it prove: the joint is not whole until it is set aside with
      a reason, or <Link to={`/jobs/${jobId}/basis`}>the basis</Link> lets it.
    </p>
  );
}
