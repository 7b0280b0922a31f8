import { Eye, EyeOff, Lock, LockOpen, Volume2 } from 'lucide-react';
import { withRecord } from '@cruvo/core/records';
import { castOf, withReordered, type CastMember } from '@cruvo/core/scene';
import { useSortedItem } from '../../shell/useSortedItem';
import { IconButton } from '../../shell/IconButton';
import { SortableList } from '../../shell/SortableList';
import { useFocus, useOpenScene, useScene } from '../SceneContext';
import { useSpeaking } from '../useSpeaking';

/** Who is on the stage, the front first; dragging one by its grip puts it further to the front or the back. */
export function CastList() {
  const { store, characters } = useOpenScene();
  const members = [...useScene(({ scene }) => castOf(scene))].reverse();
  const speaking = useSpeaking();
  const { member: worked } = useFocus();
  const ids = members.map(({ id }) => id);
  const place = (from: number, to: number) =>
    store.getState().edit((scene) => withReordered(scene, ids[from]!, from - to));
  if (members.length < 2) return null;
  return (
    <section aria-label="Cast">
      <h2 className="h6">
        Cast <span className="quiet small fw-normal">the front first</span>
      </h2>
      <SortableList ids={ids} onPlace={place}>
        <ul className="layer-list cast-list">
          {members.map((member) => (
            <CastEntry
              key={member.id}
              member={member}
              name={member.name ?? characters.get(member.character)?.name ?? ''}
              worked={member.id === worked}
              speaks={speaking.has(member.id)}
            />
          ))}
        </ul>
      </SortableList>
      <hr />
    </section>
  );
}

function CastEntry({
  member: { id, hidden, locked },
  name,
  worked,
  speaks,
}: {
  member: CastMember;
  name: string;
  worked: boolean;
  speaks: boolean;
}) {
  const { store } = useOpenScene();
  const { ref, style, isDragging, grip } = useSortedItem(
    id,
    `Move ${name} to the front or the back`,
    'Drag to the front or the back; or Space, arrows, Space',
  );
  const change = (fields: Partial<CastMember>) =>
    store.getState().edit((scene) => ({
      ...scene,
      cast: withRecord(scene.cast, id, (one) => ({ ...one, ...fields })),
    }));
  return (
    <li
      ref={ref}
      className={`${worked ? 'worked-on' : ''} ${isDragging ? 'dragged' : ''}`}
      style={style}
    >
      {grip}
      <button
        type="button"
        className="cast-name flex-fill text-truncate"
        aria-pressed={worked}
        onClick={() => store.getState().chooseMember(id)}
      >
        {name}
      </button>
      {speaks && <Volume2 size={15} className="speaks" aria-label={`${name} speaks`} />}
      <IconButton
        icon={hidden ? EyeOff : Eye}
        label={hidden ? `Show ${name}` : `Hide ${name}`}
        onClick={() => change({ hidden: !hidden })}
      />
      <IconButton
        icon={locked ? Lock : LockOpen}
        label={locked ? `Unlock ${name}` : `Lock ${name} where it stands`}
        onClick={() => change({ locked: !locked })}
      />
    </li>
  );
}
