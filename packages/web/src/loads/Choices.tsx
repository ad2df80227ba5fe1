import type { BasisField, FactorChoice, JobLoads, LoadsScreen } from '@ample/core';
import { Pick } from './CaseTable.tsx';
import { valueAt, withValue } from './path.ts';

interface Props {
  readonly screen: LoadsScreen;
  readonly loads: JobLoads;
  readonly choice: FactorChoice;
  readonly onLoads: (loads: JobLoads) => void;
}

/** Limit states, and what the code leaves open. */
export function Choices({ screen, loads, choice, onLoads }: Props) {
  const states = loads.states ?? [screen.states[0]![0]];
  const given = screen.given(choice);
  const set = (path: string, value: unknown): void => onLoads(withValue(loads, path, value));
  const asked = screen.fields.filter((f) => !f.applies || f.applies(loads) || valueAt(loads, f.id) !== undefined);
  const plain = asked.filter((f) => f.type !== 'number');
  const numbers = asked.filter((f) => f.type === 'number');
  return (
    <div className="grid gap-3">
      <States all={screen.states} chosen={states} onChange={(of) => set('states', of)} />
      <div className="form-grid loads-choices">
        {plain.map((f) => (
          <Choice key={f.id} field={f} value={valueAt(loads, f.id) ?? f.usual ?? given[f.id]} onChange={(v) => set(f.id, v)} />
        ))}
      </div>
      <details open={numbers.some((f) => valueAt(loads, f.id) !== undefined) || screen.triples(loads).some((t) => t.own)}>
        <summary className="cursor-pointer">Factors</summary>
        <div className="loads-factors mt-2">
          {numbers.map((f) => (
            <Factor
              key={f.id}
              label={`${f.symbol ? `${f.symbol}, ` : ''}${f.label}`}
              about={f.about}
              value={valueAt(loads, f.id) as number | undefined}
              usual={f.usual as number | undefined}
              onChange={(v) => set(f.id, v)}
            />
          ))}
          {screen.triples({ ...given, ...loads }).map((t) => (
            <div key={t.id} className="contents">
              <span>{t.label}</span>
              <span className="flex gap-1">
                {t.symbols.map((symbol, k) => (
                  <Factor
                    key={symbol}
                    bare
                    label={`${symbol} of ${t.label}`}
                    about={`${symbol} of ${t.label}`}
                    value={t.own?.[k]}
                    usual={t.usual[k]}
                    onChange={(v) => {
                      const next = t.usual.map((u, n) => (n === k ? (v ?? u) : (t.own?.[n] ?? u)));
                      set(t.id, next.every((x, n) => x === t.usual[n]) ? undefined : next);
                    }}
                  />
                ))}
              </span>
            </div>
          ))}
        </div>
      </details>
    </div>
  );
}

function Choice({ field: f, value, onChange }: { field: BasisField; value: unknown; onChange: (v: unknown) => void }) {
  return (
    <label className="contents" title={f.about}>
      <span>{f.label}</span>
      {f.type === 'yes' ? (
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={value === true}
          onChange={(e) => onChange(e.target.checked === f.usual ? undefined : e.target.checked)}
        />
      ) : (
        <Pick
          label={f.label}
          value={String(value)}
          options={f.options!}
          onChange={(v) => onChange(v === f.usual ? undefined : v)}
        />
      )}
    </label>
  );
}

/** A factor that stands as the code has it until somebody types another one. */
function Factor({
  label,
  about,
  value,
  usual,
  onChange,
  bare = false,
}: {
  label: string;
  about: string;
  value: number | undefined;
  usual: number | undefined;
  onChange: (v: number | undefined) => void;
  bare?: boolean;
}) {
  const field = (
    <input
      className="input w-20 text-right"
      type="number"
      step="any"
      aria-label={label}
      title={about}
      placeholder={usual === undefined ? '' : String(usual)}
      value={value ?? ''}
      onChange={(e) => onChange(Number.isFinite(e.target.valueAsNumber) ? e.target.valueAsNumber : undefined)}
    />
  );
  return bare ? (
    field
  ) : (
    <label className="contents" title={about}>
      <span>{label}</span>
      {field}
    </label>
  );
}

/** For which states combinations are made. */
function States({
  all,
  chosen,
  onChange,
}: {
  all: LoadsScreen['states'];
  chosen: readonly string[];
  onChange: (of: readonly string[]) => void;
}) {
  return (
    <fieldset>
      <legend className="label">Limit states</legend>
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        {all.map(([id, words]) => (
          <label key={id} className="flex items-center gap-1">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={chosen.includes(id)}
              onChange={(e) => onChange(all.map(([s]) => s).filter((s) => (s === id ? e.target.checked : chosen.includes(s))))}
            />
            {words}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
