import { FolderPlus, Search } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Form, InputGroup } from 'react-bootstrap';
import { Tree, type TreeApi } from 'react-arborist';
import {
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
import { PartRow, type Row } from './PartRow';

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
          selectionFollowsFocus
          searchMatch={(node, term) =>
            node.data.part.name.toLowerCase().includes(term.toLowerCase())
          }
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
        T says what a part is · F2 renames · Drag to reorder or group
      </p>
    </nav>
  );
}

function rowsOf(parts: readonly Part[]): Row[] {
  const tree = treeOf(parts);
  const findings = recognise(parts);
  const rows = (parent: Part | null): Row[] =>
    [...(tree.get(parent?.id ?? null) ?? [])].reverse().map((part) => ({
      id: part.id,
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
