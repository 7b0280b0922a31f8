import { useState } from 'react';
import { Tab, Tabs } from 'react-bootstrap';
import type { MemberProgram } from '@cruvo/core/program';
import { memberName } from '@cruvo/core/timing';
import { Segments } from '../../shell/Segments';
import { DeskCues } from './DeskCues';
import { DeskFace } from './DeskFace';
import { useDesk } from './DeskContext';
import { LivePages } from './LivePages';
import { VoiceCard } from './VoiceCard';

type Part = 'voice' | 'cues' | 'face' | 'pages';

/** What one of the cast does live, and the pages on which it is seen. */
export function DeskSide({
  own,
  onChoose,
}: {
  own: MemberProgram;
  onChoose: (member: string) => void;
}) {
  const { program, desk } = useDesk();
  const [part, setPart] = useState<Part>('voice');
  const { id } = own.member;
  const member = desk.members.get(id)!;
  return (
    <aside className="side live-side" aria-label="Live desk">
      {program.members.length > 1 && (
        <Segments
          label="Who"
          name="desk-member"
          options={program.members.map((one) => [one.member.id, memberName(one)] as const)}
          value={id}
          className="w-100 mb-3"
          onChange={onChoose}
        />
      )}
      <Tabs
        activeKey={part}
        onSelect={(key) => setPart(key as Part)}
        className="mb-3"
        transition={false}
        fill
      >
        {/* All voices go on while another part is looked at. */}
        <Tab eventKey="voice" title="Voice">
          {program.members.map((one) => (
            <div key={one.member.id} hidden={one.member.id !== id}>
              <VoiceCard
                own={one}
                member={desk.members.get(one.member.id)!}
                chosen={one.member.id === id}
              />
            </div>
          ))}
        </Tab>
        <Tab eventKey="cues" title="Cues">
          <DeskCues key={id} own={own} member={member} />
        </Tab>
        <Tab eventKey="face" title="Face">
          {part === 'face' && <DeskFace key={id} own={own} member={member} />}
        </Tab>
        <Tab eventKey="pages" title="Pages">
          <LivePages />
        </Tab>
      </Tabs>
    </aside>
  );
}
