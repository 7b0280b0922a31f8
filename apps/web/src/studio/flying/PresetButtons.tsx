import { PARTICLE_PRESETS, presetLabel, type ParticlePreset } from '@cruvo/core/particles';
import { ItemsPicture } from '../../character/pictures/ItemsPicture';
import { PICTURE_STAGE, pictureOf } from './pictures';

const NO_IMAGES = new Map<string, never>();

/** Weather and other things that fly, as pictures: a click puts one onto the stage. */
export function PresetButtons({
  full,
  onChoose,
}: {
  /** Whether no more of them can be had. */
  full: boolean;
  onChoose: (preset: ParticlePreset) => void;
}) {
  return (
    <div className="preset-buttons" role="group" aria-label="Weather and other things that fly">
      {PARTICLE_PRESETS.map((preset) => (
        <button
          key={preset}
          type="button"
          disabled={full}
          title={`Put ${presetLabel(preset).toLowerCase()} onto the stage`}
          onClick={() => onChoose(preset)}
        >
          <ItemsPicture
            items={pictureOf(preset)}
            box={PICTURE_STAGE}
            images={NO_IMAGES}
            width={PICTURE_STAGE.width}
            height={PICTURE_STAGE.height}
            className=""
          />
          {presetLabel(preset)}
        </button>
      ))}
    </div>
  );
}
