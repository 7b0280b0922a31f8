import { BodyFields } from '../falling/BodyFields';
import { AirFields } from '../flying/AirFields';
import { FlyingFields } from '../flying/FlyingFields';
import { BackdropFields } from './BackdropFields';
import { CaptionFields } from './CaptionFields';
import { CastList } from './CastList';
import { GapField } from './GapField';
import { MemberFields } from './MemberFields';
import { MarkerList } from './MarkerList';
import { StageFields } from './StageFields';
import { WorkArea } from './WorkArea';

/** Who stands on the stage and how, and what the scene is: its stage, its length and frame rate, its backdrop, its captions and its markers. */
export function ScenePanel() {
  return (
    <>
      <CastList />
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
      <section aria-label="Weather and particles">
        <h2 className="h6">Weather, and what else flies</h2>
        <FlyingFields />
      </section>
      <hr />
      <section aria-label="Bodies">
        <h2 className="h6">What falls and pushes</h2>
        <BodyFields />
      </section>
      <AirFields />
      <hr />
      <section aria-label="Captions">
        <h2 className="h6">Captions and speech bubbles</h2>
        <CaptionFields />
      </section>
      <hr />
      <h2 className="h6">Work area</h2>
      <WorkArea />
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
