import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { STAGE_SIDE, withFrameRate, withLength, withStageSize } from '@cruvo/core/scene';
import { SCENE_RATE_NAMES, toFlicks, toSeconds, type FrameRateName } from '@cruvo/core/time';
import { Colour } from '../../shell/fields';
import { useOpenScene, useScene } from '../SceneContext';
import { TypedFigure } from './TypedFigure';

/** Shapes of a stage, and the sizes that films of them mostly have. */
const SHAPES = [
  { name: '16:9', width: 1920, height: 1080 },
  { name: '4:3', width: 1440, height: 1080 },
  { name: '1:1', width: 1080, height: 1080 },
  { name: '9:16', width: 1080, height: 1920 },
] as const;

/** A colour for a stage that was see-through. */
const PAPER = '#f4e9d8';

/** Size, length, frame rate and colour of the stage. */
export function StageFields() {
  const { store } = useOpenScene();
  const { stage, frameRate, length } = useScene((state) => state.scene);
  const [kept, setKept] = useState(false);
  const { edit } = store.getState();
  const resize = (size: { width: number; height: number }) =>
    edit((scene) => withStageSize(scene, size));
  const paint = (background: string | null) =>
    edit((scene) => ({ ...scene, stage: { ...scene.stage, background } }));
  const setLength = (seconds: number) => {
    const wanted = toFlicks(seconds);
    edit((scene) => withLength(scene, wanted));
    setKept(store.getState().scene.length > wanted + toFlicks(1));
  };

  return (
    <>
      <div className="d-flex gap-1 mb-2" role="group" aria-label="Shape of the stage">
        {SHAPES.map(({ name, width, height }) => {
          const active = Math.abs(stage.width / stage.height - width / height) < 0.005;
          return (
            <Button
              key={name}
              size="sm"
              className="shape-button"
              variant={active ? 'secondary' : 'outline-secondary'}
              aria-pressed={active}
              title={`${width} × ${height}`}
              onClick={() => resize({ width, height })}
            >
              <span className="shape" style={{ aspectRatio: `${width} / ${height}` }} aria-hidden />
              {name}
            </Button>
          );
        })}
      </div>
      <div className="d-flex gap-2 mb-2">
        <TypedFigure
          label="Width"
          value={stage.width}
          {...{ min: STAGE_SIDE.least, max: STAGE_SIDE.most, digits: 0 }}
          onChange={(width) => resize({ ...stage, width })}
        />
        <TypedFigure
          label="Height"
          value={stage.height}
          {...{ min: STAGE_SIDE.least, max: STAGE_SIDE.most, digits: 0 }}
          onChange={(height) => resize({ ...stage, height })}
        />
      </div>
      <div className="d-flex gap-2 mb-2">
        <TypedFigure
          label="Length, seconds"
          value={toSeconds(length)}
          {...{ min: 0, max: 7200, digits: 2 }}
          onChange={setLength}
        />
        <Form.Group controlId="scene-rate">
          <Form.Label className="small mb-0">Frames a second</Form.Label>
          <Form.Select
            size="sm"
            value={frameRate}
            onChange={({ target }) =>
              edit((scene) => withFrameRate(scene, target.value as FrameRateName))
            }
          >
            {SCENE_RATE_NAMES.map((name) => (
              <option key={name}>{name}</option>
            ))}
          </Form.Select>
        </Form.Group>
      </div>
      {kept && (
        <p className="small text-warning-emphasis mb-2" role="status">
          The scene stays as long as what is said in it. Move or trim the last line to make it
          shorter.
        </p>
      )}
      {stage.background !== null && (
        <Colour label="Colour behind everything" value={stage.background} onChange={paint} />
      )}
      <Form.Check
        id="see-through"
        label="See-through"
        checked={stage.background === null}
        onChange={({ target }) => paint(target.checked ? null : PAPER)}
      />
    </>
  );
}
