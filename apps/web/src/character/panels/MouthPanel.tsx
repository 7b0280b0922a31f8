import { useCharacter } from '../CharacterContext';
import { Followers } from './Followers';
import { MouthChartGrid } from './MouthChartGrid';
import { MouthKinds } from './MouthKinds';
import { MouthSettings } from './MouthSettings';
import { TryOut } from './TryOut';

/** What the mouth says on trial, what kind it is, and what it shows for which sound. */
export function MouthPanel() {
  const mouth = useCharacter(({ character }) => character.mouth);
  return (
    <>
      <TryOut />
      <MouthKinds />
      {mouth && <MouthSettings rig={mouth} />}
      {mouth && 'chart' in mouth && <MouthChartGrid rig={mouth} />}
      {mouth && <Followers rig={mouth} />}
    </>
  );
}
