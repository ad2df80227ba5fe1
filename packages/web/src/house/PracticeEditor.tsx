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
import { readNumber, shown, Typed } from './Typed.tsx';

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
/** What a text means: what can not be read stays as it was typed, and is refused with its name when it is saved. */
function readAs(type: PracticeField['type'], text: string): unknown {
  const typed = text.trim();
  if (typed === '') return undefined;
  if (type === 'names') return typed.split(/\s+/);
  if (type === 'sizes') return SI.readLengths(typed) ?? typed;
  if (type === 'size') return SI.read(typed, 'length') ?? typed;
  return readNumber(typed);
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
              read={readNumber}
              onChange={(v) => onChange(changed(rules, 'rates', id, v))}
            />
          ))}
        </div>
      </section>
    </div>
  );
}
