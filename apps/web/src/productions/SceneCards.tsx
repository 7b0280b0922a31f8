import { arrayMove } from '@dnd-kit/sortable';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Alert } from 'react-bootstrap';
import { sentenceOf } from '@cruvo/core/problem';
import { useSortedItem } from '../shell/useSortedItem';
import { SortableList } from '../shell/SortableList';
import { arrange, type ListedDocument, type ProductionSummary } from '../api/documents';
import { DocumentCard } from './DocumentCard';

interface SceneCardsProps {
  readonly production: string;
  readonly scenes: readonly ListedDocument[];
  readonly onDuplicate: (id: string) => void;
  readonly onDelete: (scene: ListedDocument) => void;
  /** After the scenes. */
  readonly children: ReactNode;
}

/** The scenes of a production; dragging one by its grip gives it another place, with the keyboard too. */
export function SceneCards({
  production,
  scenes,
  onDuplicate,
  onDelete,
  children,
}: SceneCardsProps) {
  const client = useQueryClient();
  const ids = scenes.map(({ id }) => id);
  const arranging = useMutation({
    mutationFn: (order: readonly string[]) => arrange(production, order),
    // Seen in their new places at once.
    onMutate: (order) =>
      void client.setQueryData<ProductionSummary[]>(['productions'], (all) =>
        all?.map((one) =>
          one.id === production
            ? { ...one, scenes: order.map((id) => one.scenes.find((scene) => scene.id === id)!) }
            : one,
        ),
      ),
    onSettled: () => client.invalidateQueries({ queryKey: ['productions'] }),
  });
  const place = (from: number, to: number) => {
    arranging.mutate(arrayMove(ids, from, to));
  };

  return (
    <>
      {arranging.error && <Alert variant="danger">{sentenceOf(arranging.error)}</Alert>}
      <SortableList ids={ids} layout="grid" onPlace={place}>
        <ol className="production-grid card-list">
          {scenes.map((scene, at) => (
            <SceneCard
              key={scene.id}
              scene={scene}
              entries={[
                ['Duplicate', () => onDuplicate(scene.id)],
                ...(at > 0 ? [['Move earlier', () => place(at, at - 1)] as const] : []),
                ...(at < scenes.length - 1
                  ? [['Move later', () => place(at, at + 1)] as const]
                  : []),
                ['Delete', () => onDelete(scene)],
              ]}
            />
          ))}
          <li>{children}</li>
        </ol>
      </SortableList>
    </>
  );
}

function SceneCard({
  scene,
  entries,
}: {
  scene: ListedDocument;
  entries: readonly (readonly [label: string, work: () => void])[];
}) {
  const { ref, style, isDragging, grip } = useSortedItem(
    scene.id,
    `Move ${scene.name}`,
    'Drag to another place; or Space, arrows, Space',
    'all',
  );
  return (
    <li ref={ref} className={isDragging ? 'dragged' : ''} style={style}>
      <DocumentCard
        document={scene}
        to={`/scenes/${scene.id}`}
        title={`Open ${scene.name}`}
        entries={entries}
      >
        {grip}
      </DocumentCard>
    </li>
  );
}
