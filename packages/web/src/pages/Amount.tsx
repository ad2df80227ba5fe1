export function Amount({
  label,
  value,
  onChange,
  className = 'input w-24 text-right',
}: {
  label: string;
  value: number;
  onChange: (n: number) => void;
  className?: string;
}) {
  return (
    <input
      className={className}
      type="number"
      step="any"
      aria-label={label}
      value={Number.isFinite(value) ? value : ''}
      onChange={(e) => onChange(e.target.valueAsNumber)}
    />
  );
}
