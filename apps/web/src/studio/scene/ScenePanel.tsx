import { BackdropFields } from './BackdropFields';
import { StageFields } from './StageFields';

/** What the scene is: its stage, its length and frame rate, and its backdrop. */
export function ScenePanel() {
  return (
    <>
      <section aria-label="Stage">
        <h2 className="h6">Stage</h2>
        <StageFields />
      </section>
      <hr />
      <section aria-label="Backdrop">
        <h2 className="h6">Backdrop</h2>
        <BackdropFields />
      </section>
    </>
  );
}
