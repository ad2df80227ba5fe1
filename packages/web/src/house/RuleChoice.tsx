interface Props {
  /** Name of its help. */
  readonly help: string;
  readonly value: string;
  /** What stands where none is chosen. */
  readonly none: string;
  readonly options: readonly (readonly [string, string])[];
  readonly wide?: boolean;
  readonly onChange: (value: string) => void;
}
/** One of some names, or what stands where these rules say nothing. */
export function RuleChoice({ help, value, none, options, wide = false, onChange }: Props) {
  return (
    <select
      className={`select${wide ? ' w-full' : ''}`}
      data-help={help}
      value={value}
      onChange={(e) => onChange(e.target.value)}
    >
      <option value="">{none}</option>
      {options.map(([id, words]) => (
        <option key={id} value={id}>
          {words}
        </option>
      ))}
    </select>
  );
}
