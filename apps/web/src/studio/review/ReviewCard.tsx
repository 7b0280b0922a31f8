import { X } from 'lucide-react';
import { Button, ProgressBar } from 'react-bootstrap';
import { useHotkeys } from 'react-hotkeys-hook';
import { chartOf } from '@cruvo/core/mouth';
import { reviewProgress } from '@cruvo/core/program';
import { VISEME_NAMES } from '@cruvo/core/speech';
import { IconButton } from '../../shell/IconButton';
import { MouthPicture } from '../mouths/MouthPicture';
import { useThumbnails } from '../mouths/useThumbnails';
import { useProgram } from '../SceneContext';
import { useReviewing } from './Reviewing';
import type { Review } from './useReview';

/** One key for each mouth that is offered. */
const KEYS = ['q', 'w', 'e'];

/** The sound that is looked at, over the stage: what could be shown there, and how far one has come. */
export function ReviewCard() {
  const { review } = useReviewing();
  return review && <LookedAt review={review} />;
}

function LookedAt({ review }: { review: Review }) {
  const program = useProgram();
  const { sound, offered, shown, accept, keep, skip, stop } = review;
  const member = program.members.find(({ lines }) => lines.includes(sound.line));
  const pictures = useThumbnails().get(member?.member.character ?? '');
  const rig = member?.character.mouth;
  const labelOf = (drawing: string) =>
    rig ? (chartOf(rig).drawings.find((one) => one.drawing === drawing)?.label ?? '') : '';
  const { unsure, seen } = reviewProgress(program.members.flatMap(({ lines }) => lines));
  const options = { preventDefault: true, useKey: true };
  useHotkeys(
    KEYS,
    ({ key }) => {
      const drawing = offered[KEYS.indexOf(key.toLowerCase())];
      if (drawing) accept(drawing);
    },
    options,
  );
  useHotkeys('enter', keep, { preventDefault: true });
  useHotkeys('escape', stop);

  const { viseme, word, confidence } = sound.sound;
  return (
    <section className="review-card" aria-label="Review">
      <div className="review-head">
        <span>
          <strong>{VISEME_NAMES[viseme]}</strong>
          {word && <> in “{word}”</>}
          <span className="quiet small"> {Math.round(100 * confidence)} % sure</span>
        </span>
        <IconButton icon={X} label="End the review" shortcut="Esc" onClick={stop} />
      </div>
      <div className="review-mouths">
        {offered.map((drawing, at) => (
          <button
            key={drawing}
            type="button"
            className="tray-mouth"
            aria-pressed={drawing === shown}
            aria-keyshortcuts={KEYS[at]}
            title={drawing === shown ? `“${labelOf(drawing)}”, as it is` : labelOf(drawing)}
            onClick={() => accept(drawing)}
          >
            <MouthPicture of={pictures?.get(drawing)} />
            <span className="key" aria-hidden>
              {KEYS[at]!.toUpperCase()}
            </span>
            <span className="label">{labelOf(drawing)}</span>
          </button>
        ))}
        <div className="review-steps">
          <Button size="sm" variant="secondary" onClick={keep}>
            Keep <kbd>Enter</kbd>
          </Button>
          <Button size="sm" variant="quiet" onClick={skip}>
            Later <kbd>U</kbd>
          </Button>
        </div>
      </div>
      <ProgressBar
        now={unsure === 0 ? 100 : (100 * seen) / unsure}
        aria-label="Unsure sounds that were looked at"
        title={`${seen} of ${unsure} unsure sounds looked at`}
      />
      <span className="small figures">
        {seen} of {unsure} looked at
      </span>
    </section>
  );
}
