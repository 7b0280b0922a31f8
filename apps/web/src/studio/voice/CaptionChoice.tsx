import { Undo2 } from 'lucide-react';
import { Button, Form } from 'react-bootstrap';
import { writtenWords } from '@cruvo/core/captions';
import { FONT_LABELS } from '@cruvo/core/lettering';
import {
  CAPTION_KINDS,
  kindOfCaption,
  type CaptionKind,
  type Line,
  type LineCaption,
} from '@cruvo/core/scene';
import { useTypefaces } from '../../lettering/useTypefaces';
import { useOpenScene, useScene } from '../SceneContext';

const NAMES: Record<CaptionKind, string> = {
  none: 'nothing',
  caption: 'a caption',
  bubble: 'a speech bubble',
};

/** What of a line is written on the stage. */
export function CaptionChoice({ line }: { line: Line }) {
  const { changeLine } = useOpenScene().store.getState();
  const settings = useScene(({ scene }) => scene.captions);
  const { caption } = line;
  const kind = kindOfCaption(line, settings);
  const change = (fields: Partial<LineCaption>) =>
    changeLine(line.id, { caption: { ...caption, ...fields } });
  return (
    <>
      <div className="field-row mt-1">
        <Form.Label htmlFor="line-caption" className="small mb-0 text-nowrap">
          On the stage
        </Form.Label>
        <Form.Select
          id="line-caption"
          size="sm"
          value={caption.kind ?? ''}
          onChange={({ target }) => change({ kind: (target.value || null) as CaptionKind | null })}
        >
          <option value="">as the scene: {NAMES[settings.kind]}</option>
          {CAPTION_KINDS.map((one) => (
            <option key={one} value={one}>
              {NAMES[one]}
            </option>
          ))}
        </Form.Select>
        {kind !== 'none' && caption.at && (
          <Button
            size="sm"
            variant="quiet"
            className="px-1 text-nowrap"
            title="Back to where there is room"
            onClick={() => change({ at: null })}
          >
            <Undo2 size={15} aria-hidden /> Reset place
          </Button>
        )}
      </div>
      {kind !== 'none' && <Findings line={line} kind={kind} />}
    </>
  );
}

/** Why less is written than one might expect. */
function Findings({ line, kind }: { line: Line; kind: 'caption' | 'bubble' }) {
  const { font } = useScene(({ scene }) => scene.captions[kind]);
  const typeface = useTypefaces([font]).typefaces.get(font);
  if (line.script.trim() === '') {
    return <p className="quiet small mb-0">Write the script: it is what is shown.</p>;
  }
  const words = writtenWords(line.script, [], { start: 0, end: 1 });
  const missing = typeface?.missingIn(words.map(({ text }) => text).join('')) ?? [];
  if (missing.length === 0) return null;
  const some = missing.slice(0, 8).join(' ');
  return (
    <p className="finding small mb-0" role="note">
      {FONT_LABELS[font]} lacks {some}
      {missing.length > 8 && ' and others'}: left out. Choose another font under Scene.
    </p>
  );
}
