import type { FaceValues } from '@cruvo/core/face';
import { HoldButton } from '../HoldButton';
import { PadArea } from '../PadArea';
import type { FacePad } from './faceDevice';

/** What is held by a button while it is pressed. */
const HELD: readonly (readonly [label: string, values: Partial<FaceValues>])[] = [
  ['Blink', { 'left lid': 1, 'right lid': 1 }],
  ['Brows', { 'left brow': 1, 'right brow': 1 }],
  ['Smile', { smile: 1, 'mouth wide': 1 }],
  ['Mouth', { 'mouth open': 1 }],
];

/** A face by hand: the head and the eyes on two pads, the rest by buttons. */
export function PadFields({ pad }: { pad: FacePad }) {
  return (
    <div className="d-flex flex-wrap gap-2 mb-2 face-pads">
      <PadArea label="Head" onMove={(across, down) => pad.move({ turn: across, nod: down })} />
      <PadArea
        label="Eyes"
        onMove={(across, down) => pad.move({ 'gaze across': across, 'gaze down': down })}
      />
      <div className="d-grid gap-1">
        {HELD.map(([label, values]) => {
          const none = Object.fromEntries(Object.keys(values).map((channel) => [channel, 0]));
          return (
            <HoldButton
              key={label}
              label={label}
              onHold={(held) => pad.move(held ? values : none)}
            />
          );
        })}
      </div>
    </div>
  );
}
