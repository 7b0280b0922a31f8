import { ArrowLeftRight, ChevronDown, ChevronRight } from 'lucide-react';
import { useState } from 'react';
import type { ControlSet } from '@cruvo/core/controls';
import { Switch } from '../../shell/fields';
import { endOfTake, type TakeClip } from '@cruvo/core/passes';
import { labelOfTarget, takesBeside } from '@cruvo/core/program';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import { IconButton } from '../../shell/IconButton';
import { MoreMenu } from '../../shell/MoreMenu';
import { NameField } from '../../shell/NameField';
import { MuteButton } from '../life/MuteButton';
import { ShareSlider } from '../life/ShareSlider';
import { MOVE_FIELDS, TAKE_FIELDS } from '../life/words';
import { useOpenScene } from '../SceneContext';
import type { TakeActions } from './useTakes';

/** A take where it is laid down, with its channels folded inside. */
export function TakeCard({
  take,
  controls,
  actions,
}: {
  take: TakeClip;
  controls: ControlSet;
  actions: TakeActions;
}) {
  const { transport } = useOpenScene();
  const [open, setOpen] = useState(false);
  const { id, name, start, muted, held } = take;
  const beside = takesBeside(take, actions.takes).length > 0;
  const set = (fields: Partial<TakeClip>) => actions.change(id, fields);
  const Chevron = open ? ChevronDown : ChevronRight;
  return (
    <section
      className={muted ? 'control-card reaction muted' : 'control-card reaction'}
      aria-label={name}
    >
      <div className="d-flex align-items-center gap-1 small">
        <button
          type="button"
          className="btn btn-link btn-sm p-0"
          aria-expanded={open}
          aria-label={`Channels of ${name}`}
          onClick={() => setOpen(!open)}
        >
          <Chevron size={15} aria-hidden />
        </button>
        <NameField
          name={name}
          label={`Name of ${name}`}
          title="Rename the take"
          onRename={(wanted) => set({ name: wanted })}
        />
        <button
          type="button"
          className="btn btn-link btn-sm p-0 flex-fill justify-content-start text-nowrap quiet figures"
          title="Go to its beginning"
          onClick={() => transport.seek(toSeconds(start))}
        >
          {toSeconds(start).toFixed(1)}–{toSeconds(endOfTake(take)).toFixed(1)} s
        </button>
        {beside && (
          <IconButton
            icon={ArrowLeftRight}
            label={`Flip between ${name} and the others at its time`}
            onClick={() => actions.flip(take)}
          />
        )}
        <MuteButton {...{ name, muted }} onChange={(next) => set({ muted: next })} />
        <MoreMenu
          name={name}
          align="end"
          entries={[
            ['Split at the playhead', () => actions.split(take)],
            ['Begin at the playhead', () => actions.startHere(id)],
            ['Once more at the playhead', () => actions.copy(take)],
            ['Mute all others', () => actions.solo(take)],
            ['Mirror', () => actions.mirror(take)],
            ['Turn into keys', () => actions.keep(take)],
            ...actions
              .othersFor(take)
              .map(({ id: other, name: whose }): [string, () => void] => [
                `Copy to ${whose}`,
                () => actions.copyTo(take, other),
              ]),
            ['Delete', () => actions.remove(id)],
          ]}
        />
      </div>
      {open && (
        <>
          {take.channels.map((channel) => {
            const label = labelOfTarget(controls, channel.control);
            const of = (what: string) => `${what} of ${label} in ${name}`;
            const change = (fields: Partial<typeof channel>) =>
              actions.changeChannel(id, channel.control, fields);
            return (
              <fieldset key={channel.control} className="take-channel">
                <legend className="small d-flex align-items-center mb-0">
                  <span className="flex-fill text-truncate">{label}</span>
                  <MuteButton
                    name={`${label} in ${name}`}
                    muted={channel.muted}
                    onChange={(next) => change({ muted: next })}
                  />
                </legend>
                <ShareSlider
                  {...{ field: TAKE_FIELDS.strength, usual: 1, name: of('Strength') }}
                  value={channel.strength}
                  onChange={(strength) => change({ strength })}
                />
                <ShareSlider
                  {...{ field: TAKE_FIELDS.offset, usual: 0, name: of('Offset') }}
                  value={channel.offset}
                  onChange={(offset) => change({ offset })}
                />
                <ShareSlider
                  {...{ field: TAKE_FIELDS.smoothing, usual: 0, name: of('Smoothing') }}
                  value={toSeconds(channel.smoothing)}
                  onChange={(seconds) => change({ smoothing: toFlicks(seconds) })}
                />
                <ShareSlider
                  {...{ field: TAKE_FIELDS.delay, usual: 0, name: of('Delay') }}
                  value={toSeconds(channel.delay)}
                  onChange={(seconds) => change({ delay: toFlicks(seconds) })}
                />
              </fieldset>
            );
          })}
          <ShareSlider
            {...{ field: MOVE_FIELDS.speed, usual: 1, name: `Speed of ${name}` }}
            value={take.speed}
            onChange={(speed) => actions.retime(id, speed)}
          />
          <ShareSlider
            {...{ field: TAKE_FIELDS.fadeIn, usual: 0.25, name: `How ${name} comes` }}
            value={toSeconds(take.fadeIn)}
            onChange={(seconds) => set({ fadeIn: toFlicks(seconds) })}
          />
          <ShareSlider
            {...{ field: TAKE_FIELDS.fadeOut, usual: 0.25, name: `How ${name} goes` }}
            value={toSeconds(take.fadeOut)}
            onChange={(seconds) => set({ fadeOut: toFlicks(seconds) })}
          />
          <Switch
            id={`held ${id}`}
            label="Stays as it ends"
            checked={held}
            onChange={(on) => set({ held: on })}
          />
        </>
      )}
    </section>
  );
}
