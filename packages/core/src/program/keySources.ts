import type { ControlSet, ControlSource } from '../controls';
import { keyValueAt, shareOfTrack, type KeyTrack } from '../keys';
import { placeOfTarget } from './targets';

/** Keys as what moves a control; nothing where the control is not there, or there are no keys. */
export function keySources(
  controls: ControlSet,
  tracks: readonly KeyTrack[],
): readonly ControlSource[] {
  return tracks.flatMap((track): ControlSource[] => {
    const place = placeOfTarget(controls, track.control);
    if (!place || track.keys.length === 0) return [];
    const { slot } = place;
    const rest = track.mix === 'add' ? controls.rest[slot]! : 0;
    return [
      {
        ...{
          name: 'Keys',
          layer: 'keyframes',
          muted: track.muted,
          mix: track.mix,
          weight: 1,
          slots: [slot],
        },
        sample: (time, values) => {
          const share = shareOfTrack(track, time);
          if (share > 0) values[slot] = keyValueAt(track.keys, time) - rest;
          return share;
        },
      },
    ];
  });
}
