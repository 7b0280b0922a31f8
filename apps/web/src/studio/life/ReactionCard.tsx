import { ChevronDown, ChevronRight } from 'lucide-react';
import { Form } from 'react-bootstrap';
import { MIXES, type Mix, type SceneReaction } from '@cruvo/core/reactions';
import { movedBy } from '@cruvo/core/program';
import { useSortedItem } from '../../shell/useSortedItem';
import { MoreMenu } from '../../shell/MoreMenu';
import { NameField } from '../../shell/NameField';
import { useProgram } from '../SceneContext';
import { MuteButton } from './MuteButton';
import { ReactionStrip } from './ReactionStrip';
import { ShapingList } from './ShapingList';
import { ShareSlider } from './ShareSlider';
import { SignalFields } from './SignalFields';
import { TargetList } from './TargetList';
import type { ReactionActions } from './useReactions';
import { MIX_NAMES, type NumberField } from './words';

const WEIGHT: NumberField = {
  ...{ label: 'How much of it', min: 0, max: 1, step: 0.01 },
  inWords: (value) => `${Math.round(100 * value)} %`,
};

/** A reaction: what it follows, how that is shaped, and what it moves. */
export function ReactionCard({
  reaction,
  actions,
  open,
  onOpen,
  onKeep,
  onKeepInProduction,
}: {
  reaction: SceneReaction;
  actions: ReactionActions;
  open: boolean;
  onOpen: (open: boolean) => void;
  /** Moves it to the character; null where it belongs to none. */
  onKeep: (() => void) | null;
  /** Keeps it for all characters of the production. */
  onKeepInProduction: () => void;
}) {
  const { id, member, name, muted, mix, weight, shaping } = reaction;
  const program = useProgram();
  const { ref, style, grip } = useSortedItem(
    id,
    `Move ${name}`,
    'Drag up or down; or Space, arrows, Space',
  );
  const made = movedBy(program, member)?.reactions.value.find((one) => one.reaction.id === id);
  const set = (fields: Parameters<ReactionActions['set']>[1]) => actions.set(id, fields);
  return (
    <section
      ref={ref}
      className={muted ? 'control-card reaction muted' : 'control-card reaction'}
      style={style}
      aria-label={name}
    >
      <div className="d-flex align-items-center gap-1 small">
        {grip}
        <button
          type="button"
          className="row-fold"
          aria-expanded={open}
          aria-label={open ? `Fold ${name} away` : `Show ${name}`}
          onClick={() => onOpen(!open)}
        >
          {open ? <ChevronDown size={16} aria-hidden /> : <ChevronRight size={16} aria-hidden />}
        </button>
        <span className="flex-fill text-truncate">
          <NameField
            name={name}
            label="Name of the reaction"
            title={name}
            onRename={(next) => set({ name: next })}
          />
        </span>
        <MuteButton {...{ name, muted }} onChange={(next) => set({ muted: next })} />
        <MoreMenu
          name={name}
          align="end"
          entries={[
            ['Mute all others', () => actions.solo(id)],
            ...(onKeep ? [['Keep it on the character, for every scene', onKeep] as const] : []),
            ['Keep it in the production, for every character', onKeepInProduction],
            ['Delete', () => actions.remove(id)],
          ]}
        />
      </div>
      {made?.problem && <p className="small text-warning-emphasis mb-1">{made.problem}</p>}
      {open && (
        <>
          {made && !made.problem && <ReactionStrip program={made} />}
          <h3 className="reaction-part">Follows</h3>
          <SignalFields {...{ reaction, member, set }} />
          <h3 className="reaction-part">Shaped by</h3>
          <ShapingList shaping={shaping} onChange={(next) => set({ shaping: next })} />
          <h3 className="reaction-part">Moves</h3>
          <TargetList {...{ reaction, member, set }} />
          <div className="d-flex align-items-center gap-2 mt-1">
            <Form.Select
              size="sm"
              className="w-auto"
              aria-label="How it is laid over the rest"
              value={mix}
              onChange={({ target }) => set({ mix: target.value as Mix })}
            >
              {MIXES.map((one) => (
                <option key={one} value={one}>
                  {MIX_NAMES[one]}
                </option>
              ))}
            </Form.Select>
            <span className="flex-fill">
              <ShareSlider
                field={WEIGHT}
                value={weight}
                usual={1}
                onChange={(next) => set({ weight: next })}
              />
            </span>
          </div>
        </>
      )}
    </section>
  );
}
