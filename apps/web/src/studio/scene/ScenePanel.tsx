import { BackdropFields } from './BackdropFields';
import { GapField } from './GapField';
import { MemberFields } from './MemberFields';
import { MarkerList } from './MarkerList';
import { StageFields } from './StageFields';

/** How who is worked on stands there, and what the scene is: its stage, its length and frame rate, its backdrop and its markers. */
export function ScenePanel() {
  return (
    <>
      <MemberFields />
      <section aria-label="Stage">
        <h2 className="h6">Stage</h2>
        <StageFields />
      </section>
      <hr />
      <section aria-label="Backdrop">
        <h2 className="h6">Backdrop</h2>
        <BackdropFields />
      </section>
      <hr />
      <section aria-label="Markers">
        <h2 className="h6">Markers</h2>
        <MarkerList />
      </section>
      <hr />
      <GapField />
    </>
  );
}
