import { ButtonGroup, ToggleButton } from 'react-bootstrap';

/** One of a few things, all of them in view side by side. */
export function Segments<Value extends string | number>({
  label,
  name,
  options,
  value,
  className = 'w-100 mb-2',
  onChange,
}: {
  label: string;
  /** Tells it apart from others on the page. */
  name: string;
  /** What each is called, and what it means. */
  options: readonly (readonly [value: Value, name: string, hint?: string])[];
  value: Value;
  className?: string;
  onChange: (value: Value) => void;
}) {
  return (
    <ButtonGroup size="sm" className={className} aria-label={label}>
      {options.map(([option, called, hint]) => (
        <ToggleButton
          key={option}
          id={`${name}-${option}`}
          type="radio"
          variant="outline-secondary"
          name={name}
          value={option}
          title={hint}
          checked={value === option}
          onChange={() => onChange(option)}
        >
          {called}
        </ToggleButton>
      ))}
    </ButtonGroup>
  );
}
