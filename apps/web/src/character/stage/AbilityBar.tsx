import { CircleCheck, CircleDashed } from 'lucide-react';
import { OverlayTrigger, Tooltip } from 'react-bootstrap';
import { abilitiesOf } from '@cruvo/core/character';
import { useCharacter } from '../CharacterContext';

/** What the character can do already, and what is one step away. */
export function AbilityBar({ onGo }: { onGo: (tab: string) => void }) {
  const character = useCharacter((state) => state.character);
  return (
    <ul className="abilities" aria-label="What the character can do">
      {abilitiesOf(character).map(({ name, can, detail }) => (
        <li key={name}>
          <OverlayTrigger placement="bottom" overlay={<Tooltip>{detail}</Tooltip>}>
            <button
              type="button"
              className={can ? 'can' : 'lacks'}
              onClick={() => onGo(name === 'talks' ? 'mouth' : 'eyes')}
            >
              {can ? <CircleCheck size={16} aria-hidden /> : <CircleDashed size={16} aria-hidden />}
              <span className="visually-hidden">{can ? '' : 'not yet: '}</span>
              {name}
            </button>
          </OverlayTrigger>
        </li>
      ))}
    </ul>
  );
}
