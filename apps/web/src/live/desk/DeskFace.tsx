import type { MemberProgram } from '@cruvo/core/program';
import { FaceCard } from '../../studio/perform/face/FaceCard';
import { useFaceFeed } from '../../studio/perform/face/useFaceFeed';
import type { LiveMember } from './liveDesk';

/** The face that moves one of the cast. */
export function DeskFace({ own, member }: { own: MemberProgram; member: LiveMember }) {
  const { session, targets } = useFaceFeed(member, own.character, own.controls);
  return <FaceCard session={session} onOff={() => member.letGo(targets)} onHint={nobody} />;
}

const nobody = () => undefined;
