import { Form } from 'react-bootstrap';

/** A choice with its name beside it. */
export function LabelledSelect<Value extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: Value;
  /** What each is called. */
  options: Readonly<Record<Value, string>>;
  onChange: (value: Value) => void;
}) {
  return (
    <label className="field-row mb-1 small">
      <span className="quiet text-nowrap">{label}</span>
      <Form.Select
        size="sm"
        value={value}
        onChange={({ target }) => onChange(target.value as Value)}
      >
        {(Object.entries(options) as [Value, string][]).map(([option, called]) => (
          <option key={option} value={option}>
            {called}
          </option>
        ))}
      </Form.Select>
    </label>
  );
}
