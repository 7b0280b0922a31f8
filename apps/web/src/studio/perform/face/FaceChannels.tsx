import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { useStore } from 'zustand';
import { FACE_CHANNELS, MOST_STRENGTH, type FaceChannel } from '@cruvo/core/face';
import { ShareField } from '../../life/ShareField';
import type { NumberField } from '../../life/words';
import type { FaceSession } from './faceSession';

const percent = (value: number) => `${Math.round(100 * value)} %`;
const STRENGTH: NumberField = {
  ...{ label: 'Strength', min: -MOST_STRENGTH, max: MOST_STRENGTH, step: 0.05 },
  inWords: percent,
};
const SMOOTHING: NumberField = {
  ...{ label: 'Smoothing', min: 0, max: 1, step: 0.05 },
  inWords: percent,
};
const LIMIT: NumberField = { label: 'Limit', min: 0, max: 1, step: 0.05, inWords: percent };

/** How each thing that a face does is taken over. */
export function FaceChannels({ session }: { session: FaceSession }) {
  const settings = useStore(session.state, (state) => state.settings);
  const [channel, setChannel] = useState<FaceChannel>('turn');
  const own = settings.channels[channel];
  const change = (fields: Partial<typeof own>) =>
    session.change({
      ...settings,
      channels: { ...settings.channels, [channel]: { ...own, ...fields } },
    });
  return (
    <details className="small mb-2">
      <summary>How each movement is taken over</summary>
      <Form.Select
        size="sm"
        className="my-1"
        aria-label="Movement of the face"
        value={channel}
        onChange={({ target }) => setChannel(target.value as FaceChannel)}
      >
        {FACE_CHANNELS.map((one) => (
          <option key={one} value={one}>
            {labelOfChannel(one)}
          </option>
        ))}
      </Form.Select>
      <ShareField
        field={STRENGTH}
        value={own.strength}
        usual={1}
        onChange={(strength) => change({ strength })}
      />
      <ShareField
        field={SMOOTHING}
        value={own.smoothing}
        onChange={(smoothing) => change({ smoothing })}
      />
      <ShareField
        field={LIMIT}
        value={own.limit}
        usual={1}
        onChange={(limit) => change({ limit })}
      />
    </details>
  );
}

function labelOfChannel(channel: FaceChannel): string {
  const said: Partial<Record<FaceChannel, string>> = { x: 'Head across', y: 'Head up and down' };
  return said[channel] ?? `${channel[0]!.toUpperCase()}${channel.slice(1)}`;
}
