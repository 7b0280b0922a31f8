import {
  AudioLines,
  Film,
  Grid3x3,
  MoveDiagonal2,
  Scissors,
  Smile,
  ToggleLeft,
  type LucideIcon,
} from 'lucide-react';
import { useMemo } from 'react';
import { OverlayTrigger, Tooltip } from 'react-bootstrap';
import {
  type Character,
  partsOf,
  possibleMouths,
  recognise,
  withParts,
} from '@cruvo/core/character';
import { between, distance } from '@cruvo/core/geometry';
import {
  MOUTH_DARK,
  MOUTH_KINDS,
  type MouthKind,
  type MouthRig,
  lipsFrom,
} from '@cruvo/core/mouth';
import { useCharacter, useOpenCharacter, type Picking } from '../CharacterContext';

const KINDS: Readonly<Record<MouthKind, readonly [icon: LucideIcon, name: string, what: string]>> =
  {
    two: [ToggleLeft, 'Two drawings', 'Open and closed'],
    steps: [AudioLines, 'Steps', 'Drawings from soft to loud'],
    chart: [Grid3x3, 'Full chart', 'A drawing for each sound, in moods if you like'],
    strip: [Film, 'Strip', 'Drawings in order, run through as it opens'],
    cut: [Scissors, 'Cut drawing', 'One drawing, cut along a line that you click'],
    lips: [
      Smile,
      'Drawn lips',
      'Lips, teeth and tongue made by Cruvo; three clicks on a bare face',
    ],
    jaw: [MoveDiagonal2, 'Jaw', 'A part that turns or slides: a jaw, a beak'],
  };

/** Every kind of mouth: the one that is used, those that the parts allow, and those that a few clicks make. */
export function MouthKinds() {
  const { store, pick } = useOpenCharacter();
  const character = useCharacter((state) => state.character);
  const chosen = useCharacter((state) => state.chosen.at(-1) ?? null);
  const possible = useMemo(() => possibleMouths(character), [character]);
  const apply = (mouth: MouthRig) => store.getState().change((before) => withMouth(before, mouth));
  return (
    <section className="mouth-kinds" aria-label="Kind of mouth">
      {MOUTH_KINDS.map((kind) => {
        const [Icon, name, what] = KINDS[kind];
        const ready = possible.get(kind);
        const making = makerOf(kind, character, chosen, apply);
        const missing = !ready && !making;
        return (
          <OverlayTrigger
            key={kind}
            placement="left"
            overlay={<Tooltip>{missing ? `${what}. ${MISSING[kind] ?? ''}` : what}</Tooltip>}
          >
            <span>
              <button
                type="button"
                className={character.mouth?.kind === kind ? 'used' : ''}
                aria-pressed={character.mouth?.kind === kind}
                disabled={missing}
                onClick={() => (ready ? apply(ready) : making && pick(making))}
              >
                <Icon size={18} aria-hidden />
                {name}
              </button>
            </span>
          </OverlayTrigger>
        );
      })}
    </section>
  );
}

const MISSING: Partial<Record<MouthKind, string>> = {
  two: 'Needs two mouth drawings in a group named “mouth”.',
  steps: 'Needs mouth drawings named by numbers.',
  chart: 'Needs mouth drawings named by their sounds.',
  strip: 'Needs mouth drawings named by numbers.',
  cut: 'Choose the part with the mouth on it first.',
  lips: 'Choose the part to draw the lips on first.',
  jaw: 'Choose the part that is the jaw first.',
};

/** The clicks that make a kind of mouth on the chosen part, or else on the face. */
function makerOf(
  kind: MouthKind,
  character: Character,
  chosen: string | null,
  apply: (mouth: MouthRig) => void,
): Picking | null {
  const findings = recognise(partsOf(character));
  const taken = (role: string) =>
    partsOf(character).find(({ id }) => findings.get(id)?.role === role)?.id;
  const mouth = taken('mouth');
  const part = chosen ?? mouth ?? taken('face') ?? taken('head') ?? partsOf(character)[0]?.id;
  if (part === undefined) return null;
  const followers = [] as const;
  if (kind === 'cut') {
    return {
      prompts: ['Click one corner of the mouth.', 'Click the other corner.'],
      onDone: ([from, to]) => {
        const length = distance(from!, to!);
        const amounts = { upper: 0.05 * length, lower: 0.35 * length, curve: [], softness: 0.4 };
        apply({
          kind,
          part,
          from: from!,
          to: to!,
          ...amounts,
          inside: { kind: 'color', color: MOUTH_DARK },
          followers,
        });
      },
    };
  }
  if (kind === 'lips') {
    return {
      prompts: [
        'Click the mouth’s left corner.',
        'Click its right corner.',
        'Click the middle of the lower lip’s edge.',
      ],
      onDone: ([left, right, bottom]) =>
        apply({
          ...lipsFrom({ part, replaces: part === mouth }, left!, right!, bottom!),
          followers,
        }),
    };
  }
  if (kind === 'jaw' && chosen !== null) {
    return {
      prompts: ['Click the hinge that it turns about.', 'Click its tip.'],
      onDone: ([hinge, tip]) => {
        // It opens downwards: clockwise where the tip lies to the right of the hinge.
        const turn = tip!.x >= hinge!.x ? 0.3 : -0.3;
        apply({
          kind,
          part,
          hinge: between(hinge!, tip!, 0),
          turn,
          slide: { x: 0, y: 0 },
          followers,
        });
      },
    };
  }
  return null;
}

/** Another mouth; a group of drawings that showed one at a time goes on doing so. */
function withMouth(character: Character, mouth: MouthRig): Character {
  const shows =
    'chart' in mouth ? mouth.chart.rest : mouth.kind === 'strip' ? mouth.strip[0]! : null;
  if (shows === null) return { ...character, mouth };
  return { ...withParts(character, [mouth.part], { shows }), mouth };
}
