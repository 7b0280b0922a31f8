import { ChevronDown, ChevronRight, Eye, EyeOff, Lock, LockOpen } from 'lucide-react';
import { OverlayTrigger, Popover } from 'react-bootstrap';
import type { NodeApi, NodeRendererProps } from 'react-arborist';
import { type Finding, type Part, withParts } from '@cruvo/core/character';
import { useOpenCharacter } from '../CharacterContext';
import { PartPicture } from '../pictures/PartPicture';
import { meaningInWords } from './meaningInWords';

/** Without a `name` of its own: the tree would go to the next part that begins with a letter, and letters do things here. */
export interface Row {
  readonly id: string;
  readonly part: Part;
  readonly finding: Finding | undefined;
  readonly variant: 'shown' | 'waiting' | null;
  /** Front to back, as people list layers. */
  readonly children: Row[] | null;
}

/** How long the pointer rests on a picture until it is shown large, milliseconds. */
const HOVER = { show: 250, hide: 0 };
const SMALL = { width: 56, height: 48 };
const LARGE = { width: 440, height: 400 };

/** One part in the list: a picture of it, its name, what it was taken for, and whether it is locked and seen. */
export function PartRow({ node, style, dragHandle }: NodeRendererProps<Row>) {
  const { store } = useOpenCharacter();
  const { part, finding, variant } = node.data;
  const set = (change: Partial<Part>) =>
    store.getState().change((before) => withParts(before, [part.id], change));
  return (
    <div
      ref={dragHandle ?? null}
      style={style}
      className={`part-row ${node.isSelected ? 'chosen' : ''} ${part.hidden || variant === 'waiting' ? 'unseen' : ''} ${node.willReceiveDrop ? 'receiving' : ''}`}
      onDoubleClick={() => void node.edit()}
    >
      {node.isLeaf ? (
        <span className="fold" />
      ) : (
        <button
          type="button"
          className="fold"
          aria-label={node.isOpen ? 'Close the group' : 'Open the group'}
          onClick={(event) => {
            event.stopPropagation();
            node.toggle();
          }}
        >
          {node.isOpen ? <ChevronDown size={14} /> : <ChevronRight size={14} />}
        </button>
      )}
      <RowPicture part={part} />
      {node.isEditing ? <NameField node={node} /> : <span className="name">{part.name}</span>}
      {finding && !node.isEditing && (
        <span
          className={`taken-for ${finding.sureness}`}
          title={`Taken for: ${meaningInWords(finding)}`}
        >
          {meaningInWords(finding)}
        </span>
      )}
      <span className="row-tools">
        <RowButton
          icon={part.locked ? Lock : LockOpen}
          label={part.locked ? `Unlock ${part.name}` : `Lock ${part.name}`}
          lit={part.locked}
          onClick={() => set({ locked: !part.locked })}
        />
        <RowButton
          icon={part.hidden ? EyeOff : Eye}
          label={part.hidden ? `Show ${part.name}` : `Hide ${part.name}`}
          lit={part.hidden}
          onClick={() => set({ hidden: !part.hidden })}
        />
      </span>
    </div>
  );
}

/** A small picture of a part; a larger one when the pointer rests on it. */
function RowPicture({ part: { id, name } }: { part: Part }) {
  const large = (
    <Popover className="part-large">
      <Popover.Header as="h3">{name}</Popover.Header>
      <Popover.Body>
        <PartPicture part={id} {...LARGE} className="part-picture" />
      </Popover.Body>
    </Popover>
  );
  return (
    <OverlayTrigger placement="right" delay={HOVER} overlay={large}>
      <span className="flex-shrink-0">
        <PartPicture part={id} {...SMALL} className="part-picture" />
      </span>
    </OverlayTrigger>
  );
}

function NameField({ node }: { node: NodeApi<Row> }) {
  return (
    <input
      className="form-control form-control-sm"
      aria-label="Name of the part"
      autoFocus
      defaultValue={node.data.part.name}
      maxLength={300}
      onFocus={({ currentTarget }) => currentTarget.select()}
      onBlur={() => node.reset()}
      onKeyDown={(event) => {
        if (event.key === 'Escape') node.reset();
        if (event.key === 'Enter') node.submit(event.currentTarget.value);
      }}
    />
  );
}

function RowButton({
  icon: Icon,
  label,
  lit,
  onClick,
}: {
  icon: typeof Eye;
  label: string;
  lit: boolean;
  onClick: () => void;
}) {
  return (
    <button
      type="button"
      className={lit ? 'lit' : ''}
      aria-label={label}
      title={label}
      onClick={(event) => {
        event.stopPropagation();
        onClick();
      }}
    >
      <Icon size={14} aria-hidden />
    </button>
  );
}
