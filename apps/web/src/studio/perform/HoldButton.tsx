/** A button that does something while it is held, by pointer or by the space bar. */
export function HoldButton({ label, onHold }: { label: string; onHold: (held: boolean) => void }) {
  return (
    <button
      type="button"
      className="btn btn-sm btn-outline-secondary"
      onPointerDown={() => onHold(true)}
      onPointerUp={() => onHold(false)}
      onPointerLeave={() => onHold(false)}
      onKeyDown={({ key }) => key === ' ' && onHold(true)}
      onKeyUp={() => onHold(false)}
      onBlur={() => onHold(false)}
    >
      {label}
    </button>
  );
}
