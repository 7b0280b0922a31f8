import { ChevronDown, ChevronRight, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { IconButton } from '../../shell/IconButton';
import { NameField } from '../../shell/NameField';
import { MuteButton } from '../life/MuteButton';

/** Something of a scene in a list: opened, renamed, muted and deleted. */
export function ThingRow({
  name,
  muted,
  open,
  children,
  onToggle,
  onChange,
  onDelete,
}: {
  name: string;
  muted: boolean;
  open: boolean;
  /** Beside its name. */
  children?: ReactNode;
  onToggle: () => void;
  onChange: (fields: { readonly name?: string; readonly muted?: boolean }) => void;
  onDelete: () => void;
}) {
  return (
    <div className="d-flex align-items-center gap-1">
      <IconButton
        icon={open ? ChevronDown : ChevronRight}
        label={open ? `Close ${name}` : `Open ${name}`}
        onClick={onToggle}
      />
      <span className="flex-fill text-truncate">
        <NameField
          name={name}
          label={`Name of ${name}`}
          title="Rename"
          onRename={(wanted) => onChange({ name: wanted })}
        />
      </span>
      {children}
      <MuteButton name={name} muted={muted} onChange={(off) => onChange({ muted: off })} />
      <IconButton icon={Trash2} label={`Delete ${name}`} onClick={onDelete} />
    </div>
  );
}
