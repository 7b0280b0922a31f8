import { Eye, EyeOff } from 'lucide-react';
import { IconButton } from '../../shell/IconButton';

/** Whether something that moves controls counts. */
export function MuteButton({
  name,
  muted,
  onChange,
}: {
  name: string;
  muted: boolean;
  onChange: (muted: boolean) => void;
}) {
  return (
    <IconButton
      icon={muted ? EyeOff : Eye}
      label={muted ? `Let ${name} count` : `Mute ${name}`}
      pressed={muted}
      onClick={() => onChange(!muted)}
    />
  );
}
