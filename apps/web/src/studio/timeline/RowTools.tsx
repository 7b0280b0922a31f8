import { PenLine, Plus, Volume2, VolumeX } from 'lucide-react';
import { useRef } from 'react';
import { inOrder, withRecord } from '@cruvo/core/records';
import { toFlicks } from '@cruvo/core/time';
import { IconButton } from '../../shell/IconButton';
import { lineActions } from '../lineActions';
import { useOpenScene, useScene } from '../SceneContext';
import { MemberMenu } from './MemberMenu';
import { RowViewMenu } from './RowViewMenu';
import type { TimelineRow } from './rows';

/** What can be done in the row of somebody who is worked on. */
export function RowTools({
  row,
  name,
  onVoices,
}: {
  row: TimelineRow;
  name: string;
  onVoices: (files: readonly File[]) => void;
}) {
  const { member } = row.member;
  return (
    <div className="row-tools">
      <MuteButton member={member.id} name={name} />
      <WriteLine member={member.id} name={name} />
      <AddVoices name={name} onFiles={onVoices} />
      <RowViewMenu member={member.id} name={name} />
      <MemberMenu member={member} name={name} />
    </div>
  );
}

function MuteButton({ member, name }: { member: string; name: string }) {
  const { store } = useOpenScene();
  const all = useScene(({ scene }) => scene.rows);
  const rows = inOrder(all).filter(({ target }) => target === member);
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
        label={`Add recordings or timing for ${name}, or drop them on the row`}
        onClick={() => input.current?.click()}
      />
      <input
        ref={input}
        type="file"
        hidden
        multiple
        accept="audio/*,.txt,.vtt,.srt,.textgrid,.otio,.json"
        aria-label={`Recordings for ${name}`}
        onChange={({ target }) => {
          onFiles([...(target.files ?? [])]);
          target.value = '';
        }}
      />
    </>
  );
}
