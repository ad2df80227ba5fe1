import { useRef, useState } from 'react';
import { DXF_LAYERS, RULE_FIELDS, RULE_TEXTS, rulesOf, type BasisField, type DxfLayer, type GivenRules } from '@ample/core';
import { Problem } from '../parts/Dialog.tsx';
import { pngOf } from './picture.ts';
import { RuleChoice } from './RuleChoice.tsx';
import { readNumber, Typed } from './Typed.tsx';

interface Props {
  readonly rules: GivenRules;
  /** What stands where these say nothing; absent where these are the office's own. */
  readonly office?: GivenRules;
  readonly onChange: (rules: GivenRules) => void;
}
/** A rule is what was typed until it is saved, and gone where nothing is typed. */
const withRule = (rules: GivenRules, id: string, value: unknown): GivenRules => {
  const { [id as 'office']: _before, ...rest } = rules;
  return value === '' || value === undefined ? rest : { ...rest, [id]: value };
};

/** House rules for what leaves the product, of the office or of one job. */
export function RulesEditor({ rules, office, onChange }: Props) {
  const set = (id: string, value: unknown): void => onChange(withRule(rules, id, value));
  const standing = rulesOf({ office });
  return (
    <div className="grid gap-x-8 gap-y-4 md:grid-cols-2 items-start">
      <div className="form-grid">
        {RULE_TEXTS.map((f) => (
          <label key={f.id} className="contents" data-help={`rules.${f.id}`}>
            <span>{f.label}</span>
            <input
              className="input w-full"
              maxLength={f.most}
              data-help={`rules.${f.id}`}
              placeholder={standing[f.id]}
              value={rules[f.id] ?? ''}
              onChange={(e) => set(f.id, e.target.value)}
            />
          </label>
        ))}
        <LogoField logo={rules.logo} standing={standing.logo} onChange={(logo) => set('logo', logo)} />
        {RULE_FIELDS.filter((f) => !f.begins || !office).map((f) => (
          <RuleField
            key={f.id}
            field={f}
            value={given(rules, f.id)}
            standing={given(standing, f.id)!}
            onChange={(v) => set(f.id, v)}
          />
        ))}
      </div>
      <Layers rules={rules} standing={standing.layers} onChange={(layers) => set('layers', layers)} />
    </div>
  );
}
const given = (rules: GivenRules, id: string): string | number | undefined =>
  (rules as Readonly<Record<string, string | number | undefined>>)[id];

interface FieldProps {
  readonly field: BasisField;
  readonly value: string | number | undefined;
  readonly standing: string | number;
  readonly onChange: (value: unknown) => void;
}

function RuleField({ field: f, value, standing, onChange }: FieldProps) {
  if (f.type === 'choice')
    return (
      <label className="contents">
        <span>{f.label}</span>
        <RuleChoice
          help={`rules.${f.id}`}
          value={String(value ?? '')}
          none={`as it stands: ${f.options!.find(([id]) => id === standing)?.[1]}`}
          options={f.options!}
          onChange={onChange}
        />
      </label>
    );
  return (
    <Typed
      label={f.label}
      help={`rules.${f.id}`}
      value={value}
      placeholder={String(standing)}
      unit={f.unit}
      read={readNumber}
      onChange={onChange}
    />
  );
}

interface LogoProps {
  readonly logo: string | undefined;
  readonly standing: string;
  readonly onChange: (logo: string) => void;
}

function LogoField({ logo, standing, onChange }: LogoProps) {
  const file = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState('');
  const shown = logo ?? standing;
  return (
    <>
      <span>Logo</span>
      <span className="flex items-center gap-3 flex-wrap">
        {shown && <img className="logo" src={shown} alt={logo ? 'Logo' : 'Logo of the office'} />}
        <input
          ref={file}
          type="file"
          accept="image/*"
          className="hidden"
          aria-label="Picture of the logo"
          onChange={(e) => {
            const taken = e.target.files?.[0];
            e.target.value = '';
            setProblem('');
            if (taken) pngOf(taken).then(onChange, (x: Error) => setProblem(x.message));
          }}
        />
        <button type="button" className="btn" data-help="rules.logo" onClick={() => file.current?.click()}>
          {shown ? 'Another picture' : 'Choose a picture'}
        </button>
        {logo && (
          <button type="button" className="btn" onClick={() => onChange('')}>
            Take it away
          </button>
        )}
        <Problem>{problem}</Problem>
      </span>
    </>
  );
}

interface LayersProps {
  readonly rules: GivenRules;
  readonly standing: Readonly<Partial<Record<DxfLayer, string>>>;
  readonly onChange: (layers: GivenRules['layers']) => void;
}

const Layers = ({ rules, standing, onChange }: LayersProps) => (
  <div>
    <h3 className="mb-1">Names of layers in DXF</h3>
    <div className="form-grid wide">
      {DXF_LAYERS.map(({ id, about }) => (
        <label key={id} className="contents">
          <span className="muted">{about}</span>
          <input
            className="input mono w-48"
            maxLength={60}
            data-help={`rules.${id}`}
            aria-label={`Layer ${id}`}
            placeholder={standing[id] ?? id}
            value={rules.layers?.[id] ?? ''}
            onChange={(e) => {
              const { [id]: _before, ...rest } = rules.layers ?? {};
              const layers = e.target.value ? { ...rest, [id]: e.target.value } : rest;
              onChange(Object.keys(layers).length ? layers : undefined);
            }}
          />
        </label>
      ))}
    </div>
  </div>
);
