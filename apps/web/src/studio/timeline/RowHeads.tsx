import { PenLine, Plus, Volume2, VolumeX } from 'lucide-react';
import { useRef } from 'react';
import { inOrder, withRecord } from '@cruvo/core/records';
import { IconButton } from '../../shell/IconButton';
import { toFlicks } from '@cruvo/core/time';
import { lineActions } from '../lineActions';
import { useFocus, useOpenScene } from '../SceneContext';
import { AddCharacter } from './AddCharacter';
import { MemberMenu } from './MemberMenu';
import type { TimelineRow } from './rows';

/** Who speaks in each row: choosing works on them; their voices can be muted, and recordings added. */
export function RowHeads({
  rows,
  height,
  onVoices,
}: {
  rows: readonly TimelineRow[];
  height: number;
  onVoices: (files: readonly File[], member: string) => void;
}) {
  const { store } = useOpenScene();
  const focus = useFocus();
  return (
    <ul className="row-heads" style={{ height }} aria-label="Speakers">
      {rows.map(({ member, top, height: tall }) => {
        const { id } = member.member;
        const name = member.member.name ?? member.character.name;
        return (
          <li
            key={id}
            style={{ top, height: tall }}
            className={focus.member === id ? 'worked-on' : ''}
          >
            <button
              type="button"
              className="row-name"
              aria-pressed={focus.member === id}
              title={`Work on what ${name} says`}
              onClick={() => store.getState().chooseMember(id)}
            >
              {name}
            </button>
            {focus.member === id && (
              <div className="row-tools">
                <MuteButton member={id} name={name} />
                <WriteLine member={id} name={name} />
                <AddVoices name={name} onFiles={(files) => onVoices(files, id)} />
                <MemberMenu member={member.member} name={name} />
              </div>
            )}
          </li>
        );
      })}
      <li className="row-add">
        <AddCharacter />
      </li>
    </ul>
  );
}

function MuteButton({ member, name }: { member: string; name: string }) {
  const { store, program } = useOpenScene();
  const rows = inOrder(program.scene.rows).filter(({ target }) => target === member);
  const muted = rows.every((row) => row.muted);
  const toggle = () =>
    store.getState().edit((scene) => ({
      ...scene,
      rows: rows.reduce(
        (table, { id }) => withRecord(table, id, (row) => ({ ...row, muted: !muted })),
        scene.rows,
      ),
    }));
  return (
    <IconButton
      icon={muted ? VolumeX : Volume2}
      label={muted ? `Hear ${name} again` : `Mute ${name}`}
      pressed={muted}
      onClick={toggle}
    />
  );
}

function WriteLine({ member, name }: { member: string; name: string }) {
  const { store, transport } = useOpenScene();
  const write = () => {
    store.getState().chooseMember(member);
    lineActions.write(store, toFlicks(transport.time()));
  };
  return (
    <IconButton
      icon={PenLine}
      label={`Write a line for ${name}, without a recording`}
      shortcut="W"
      onClick={write}
    />
  );
}

function AddVoices({ name, onFiles }: { name: string; onFiles: (files: readonly File[]) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <IconButton
        icon={Plus}
        label={`Add recordings for ${name}, or drop them on the row`}
        onClick={() => input.current?.click()}
      />
      <input
        ref={input}
        type="file"
        hidden
        multiple
        accept="audio/*,.txt,.vtt,.srt"
        aria-label={`Recordings for ${name}`}
        onChange={({ target }) => {
          onFiles([...(target.files ?? [])]);
          target.value = '';
        }}
      />
    </>
  );
}
