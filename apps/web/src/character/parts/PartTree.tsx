import {
  Brush,
  ChevronDown,
  ChevronRight,
  Eye,
  EyeOff,
  Folder,
  FolderPlus,
  Layers2,
  Lock,
  LockOpen,
  Search,
} from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Form, InputGroup } from 'react-bootstrap';
import { Tree, type NodeApi, type NodeRendererProps, type TreeApi } from 'react-arborist';
import {
  type Finding,
  type Part,
  partsOf,
  recognise,
  treeOf,
  withGroup,
  withParts,
  withPartsMoved,
} from '@cruvo/core/character';
import { IconButton } from '../../shell/IconButton';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { meaningInWords } from './meaningInWords';

interface Row {
  readonly id: string;
  readonly name: string;
  readonly part: Part;
  readonly finding: Finding | undefined;
  readonly variant: 'shown' | 'waiting' | null;
  /** Front to back, as people list layers. */
  readonly children: Row[] | null;
}

const ROW_HEIGHT = 30;

/** All parts, what is in front first; choosing here chooses on the drawing as well. */
export function PartTree() {
  const { store } = useOpenCharacter();
  const parts = useCharacter(({ character }) => partsOf(character));
  const chosen = useCharacter((state) => state.chosen);
  const [search, setSearch] = useState('');
  const rows = useMemo(() => rowsOf(parts), [parts]);
  const holder = useRef<HTMLDivElement>(null);
  const tree = useRef<TreeApi<Row> | undefined>(undefined);
  const size = useSize(holder);

  // Chosen on the drawing: shown here, opened and scrolled to.
  useEffect(() => {
    const api = tree.current;
    if (!api) return;
    const same =
      api.selectedIds.size === chosen.length && chosen.every((id) => api.selectedIds.has(id));
    if (same) return;
    api.setSelection({
      ids: [...chosen],
      anchor: chosen[0] ?? null,
      mostRecent: chosen.at(-1) ?? null,
    });
    const last = chosen.at(-1);
    if (last !== undefined) {
      api.openParents(last);
      void api.scrollTo(last);
    }
  }, [chosen]);

  const { change, choose } = store.getState();
  return (
    <nav className="parts" aria-label="Parts">
      <div className="parts-head">
        <InputGroup size="sm">
          <InputGroup.Text>
            <Search size={15} aria-hidden />
          </InputGroup.Text>
          <Form.Control
            type="search"
            placeholder={parts.length === 1 ? 'Find a part' : `Find among ${parts.length} parts`}
            aria-label="Find a part"
            value={search}
            onChange={({ target }) => setSearch(target.value)}
          />
        </InputGroup>
        <IconButton
          icon={FolderPlus}
          label="Group the selected parts"
          disabled={chosen.length === 0}
          onClick={() => change((before) => withGroup(before, chosen, 'group'))}
        />
      </div>
      <div className="parts-tree" ref={holder}>
        <Tree<Row>
          ref={tree}
          data={rows}
          width={size.width}
          height={size.height}
          rowHeight={ROW_HEIGHT}
          indent={16}
          openByDefault={parts.length < 40}
          searchTerm={search}
          searchMatch={(node, term) => node.data.name.toLowerCase().includes(term.toLowerCase())}
          onSelect={(nodes) => {
            const ids = nodes.map(({ id }) => id);
            const before = store.getState().chosen;
            if (ids.length !== before.length || ids.some((id, at) => id !== before[at]))
              choose(ids);
          }}
          onRename={({ id, name }) =>
            change((before) => withParts(before, [id], { name: name.trim() || id }))
          }
          onMove={({ dragIds, parentId, index }) => {
            const count = (treeOf(parts).get(parentId) ?? []).length;
            // The list runs from front to back, parts from back to front.
            change((before) => withPartsMoved(before, dragIds, parentId, count - index));
          }}
        >
          {PartRow}
        </Tree>
      </div>
      <p className="parts-foot quiet small">
        Drag to reorder or group · F2 or Enter renames · Ctrl chooses several
      </p>
    </nav>
  );
}

function PartRow({ node, style, dragHandle }: NodeRendererProps<Row>) {
  const { store } = useOpenCharacter();
  const { part, finding, variant } = node.data;
  const set = (change: Partial<Part>) =>
    store.getState().change((before) => withParts(before, [part.id], change));
  const Icon = node.isLeaf ? Brush : part.shows !== null ? Layers2 : Folder;
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
      <Icon size={14} aria-hidden className="flex-shrink-0" />
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

function NameField({ node }: { node: NodeApi<Row> }) {
  return (
    <input
      className="form-control form-control-sm"
      aria-label="Name of the part"
      autoFocus
      defaultValue={node.data.name}
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

function rowsOf(parts: readonly Part[]): Row[] {
  const tree = treeOf(parts);
  const findings = recognise(parts);
  const rows = (parent: Part | null): Row[] =>
    [...(tree.get(parent?.id ?? null) ?? [])].reverse().map((part) => ({
      id: part.id,
      name: part.name,
      part,
      finding: findings.get(part.id),
      variant:
        !parent || parent.shows === null ? null : parent.shows === part.id ? 'shown' : 'waiting',
      children: tree.has(part.id) ? rows(part) : null,
    }));
  return rows(null);
}

function useSize(holder: React.RefObject<HTMLElement | null>) {
  const [size, setSize] = useState({ width: 240, height: 300 });
  useEffect(() => {
    const element = holder.current;
    if (!element) return;
    const measure = () => setSize({ width: element.clientWidth, height: element.clientHeight });
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    measure();
    return () => observer.disconnect();
  }, [holder]);
  return size;
}
