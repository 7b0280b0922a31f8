import type { LucideIcon } from 'lucide-react';
import { Button } from 'react-bootstrap';

interface IconButtonProps {
  readonly icon: LucideIcon;
  readonly label: string;
  /** The key that does the same. */
  readonly shortcut?: string;
  readonly pressed?: boolean;
  readonly disabled?: boolean;
  readonly variant?: string;
  readonly onClick: () => void;
}

/** A button with a picture on it; its name and its key come up as a tooltip, see Tooltips. */
export function IconButton({
  icon: Icon,
  label,
  shortcut,
  pressed,
  disabled = false,
  variant = 'quiet',
  onClick,
}: IconButtonProps) {
  return (
    <Button
      variant={variant}
      size="sm"
      className={pressed ? 'active' : ''}
      aria-label={label}
      data-tip={label}
      data-tip-key={shortcut}
      {...(pressed === undefined ? {} : { 'aria-pressed': pressed })}
      disabled={disabled}
      onClick={onClick}
    >
      <Icon size={18} aria-hidden />
    </Button>
  );
}
