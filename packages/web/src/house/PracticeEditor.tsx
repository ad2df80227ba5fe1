import { useState } from 'react';
import {
  PRACTICE_FIELDS,
  RATE_TITLES,
  RATES,
  rulesOf,
  SI,
  type CostRates,
  type GivenRules,
  type PracticeField,
} from '@ample/core';
import { RuleChoice } from './RuleChoice.tsx';

interface Props {
  readonly rules: GivenRules;
  readonly office?: GivenRules;
  readonly onChange: (rules: GivenRules) => void;
}
/** One value of a group of rules changed, and the group gone where nothing of it is left. */
function changed(rules: GivenRules, group: 'details' | 'rates', id: string, value: unknown): GivenRules {
  const { [id as never]: _before, ...rest } = (rules[group] ?? {}) as Readonly<Record<string, unknown>>;
  const next = value === undefined ? rest : { ...rest, [id]: value };
  const { [group]: _group, ...others } = rules;
  return Object.keys(next).length ? { ...others, [group]: next } : others;
}
const shown = (value: unknown): string =>
  Array.isArray(value) ? value.join(' ') : value === undefined ? '' : String(value as number);

/** What a text means: what can not be read stays as it was typed, and is refused with its name when it is saved. */
function readAs(type: PracticeField['type'], text: string): unknown {
  const typed = text.trim();
  if (typed === '') return undefined;
  if (type === 'names') return typed.split(/\s+/);
  if (type === 'sizes') return SI.readLengths(typed) ?? typed;
  if (type === 'size') return SI.read(typed, 'length') ?? typed;
  const x = Number(typed.replace(',', '.'));
  return Number.isFinite(x) ? x : typed;
}

interface TypedProps {
  readonly label: string;
  readonly help: string;
  readonly value: unknown;
  readonly placeholder: string;
  readonly wide?: boolean;
  readonly read: (text: string) => unknown;
  readonly onChange: (value: unknown) => void;
}
/** A value as it is typed: spaces and signs that are on the way to a value stay. */
function Typed({ label, help, value, placeholder, wide = false, read, onChange }: TypedProps) {
  const [text, setText] = useState<{ readonly typed: string; readonly of: string } | null>(null);
  const now = shown(value);
  return (
    <label className="contents">
      <span>{label}</span>
      <input
        className={`input ${wide ? 'w-full' : 'w-28 text-right'}`}
        data-help={help}
        placeholder={placeholder}
        value={text && text.of === now ? text.typed : now}
        onChange={(e) => {
          const next = read(e.target.value);
          setText({ typed: e.target.value, of: shown(next) });
          onChange(next);
        }}
      />
    </label>
  );
}

/** What details are made of and what things cost, of the office or of one job: search and first details go by it. */
export function PracticeEditor({ rules, office, onChange }: Props) {
  const standing = rulesOf({ office });
  const details = (rules.details ?? {}) as Readonly<Record<string, unknown>>;
  const rates = (rules.rates ?? {}) as Readonly<Record<string, unknown>>;
  return (
    <div className="grid gap-x-8 gap-y-4 md:grid-cols-2 items-start mt-6">
      <section aria-label="What details are made of">
        <h3 className="mb-1">What details are made of</h3>
        <p className="muted mb-2">
          Sizes in mm or with in behind them, with spaces between. Empty: as is usual under the standard of the job.
        </p>
        <div className="form-grid">
          {PRACTICE_FIELDS.map((f) =>
            f.type === 'choice' ? (
              <label className="contents" key={f.id}>
                <span>{f.label}</span>
                <RuleChoice
                  wide
                  help={`rules.details.${f.id}`}
                  value={shown(details[f.id])}
                  none={f.options.find(([id]) => id === standing.details[f.id])?.[1] ?? 'as is usual'}
                  options={f.options}
                  onChange={(v) => onChange(changed(rules, 'details', f.id, v || undefined))}
                />
              </label>
            ) : (
              <Typed
                key={f.id}
                label={f.label}
                help={`rules.details.${f.id}`}
                wide={f.type === 'sizes' || f.type === 'names'}
                value={details[f.id]}
                placeholder={shown(standing.details[f.id]) || 'as is usual'}
                read={(text) => readAs(f.type, text)}
                onChange={(v) => onChange(changed(rules, 'details', f.id, v))}
              />
            ),
          )}
        </div>
      </section>
      <section aria-label="What things cost">
        <h3 className="mb-1">What things cost</h3>
        <p className="muted mb-2">In a unit of the office&rsquo;s own. Details are ranked by it; nothing is paid by it.</p>
        <div className="form-grid">
          {(Object.keys(RATES) as (keyof CostRates)[]).map((id) => (
            <Typed
              key={id}
              label={RATE_TITLES[id]}
              help={`rules.rates.${id}`}
              value={rates[id]}
              placeholder={shown(standing.rates[id] ?? RATES[id])}
              read={(text) => readAs('number', text)}
              onChange={(v) => onChange(changed(rules, 'rates', id, v))}
            />
          ))}
        </div>
      </section>
    </div>
  );
}
