import { QuantityField } from '../quantity/QuantityField';

/** Discs of the bowl, counted in and out: one left in the sink is missed by the next run. */
export function DiscCount({
  label,
  value,
  onValue,
  hint,
}: {
  label: string;
  value: string;
  onValue: (value: string) => void;
  hint: string;
}) {
  const wrong = value.trim() !== '' && !/^\d{1,3}$/.test(value.trim());
  return (
    <QuantityField
      label={label}
      typed={value}
      onTyped={onValue}
      understood={wrong ? { wrong: `“${value.trim()}”: a whole number is needed.` } : undefined}
      system="metric"
      hint={hint}
    />
  );
}
