import { Form } from 'react-bootstrap';
import { partsOf } from '@cruvo/core/character';
import type { Emitter, EmitterDepth, EmitterSource } from '@cruvo/core/particles';
import { backdropLayers, castOf, type Scene } from '@cruvo/core/scene';
import { Segments } from '../../shell/Segments';
import { useOpenScene, useScene } from '../SceneContext';

export interface EmitterFieldsProps {
  readonly emitter: Emitter;
  readonly onChange: (fields: Partial<Emitter>) => void;
}

type SourceKind = EmitterSource['kind'];

const SOURCES: readonly (readonly [SourceKind, name: string, hint: string])[] = [
  ['line', 'Line', 'From anywhere along a line; drag its ends on the stage'],
  ['area', 'Area', 'From anywhere in a box; drag its corners on the stage'],
  ['point', 'Point', 'From a point; drag it on the stage'],
  ['part', 'Part', 'From a part of somebody on the stage, wherever it moves'],
];

/** Where particles come from, and what they are painted in front of. */
export function WhereFields({ emitter, onChange }: EmitterFieldsProps) {
  const { characters } = useOpenScene();
  const scene = useScene((state) => state.scene);
  const { source, depth } = emitter;
  const cast = castOf(scene);
  const member = source.kind === 'part' ? scene.cast[source.member] : undefined;
  const character = member && characters.get(member.character);
  const firstPart = (id: string) => {
    const body = characters.get(scene.cast[id]!.character);
    return body ? (partsOf(body)[0]?.id ?? '') : '';
  };
  const become = (kind: SourceKind) => {
    const first = cast[0];
    if (kind === 'part' && !first) return;
    const next =
      kind === 'part'
        ? ({ kind, member: first!.id, part: firstPart(first!.id) } as const)
        : sourceOfKind(kind, source, scene);
    onChange({ source: next });
  };
  return (
    <>
      <Segments
        label="Where they come from"
        name={`source-${emitter.id}`}
        options={cast.length > 0 ? SOURCES : SOURCES.filter(([kind]) => kind !== 'part')}
        value={source.kind}
        onChange={become}
      />
      {source.kind === 'part' && (
        <div className="d-flex gap-2 mb-2">
          <Form.Select
            size="sm"
            aria-label="Whose part"
            value={source.member}
            onChange={({ target }) =>
              onChange({
                source: { ...source, member: target.value, part: firstPart(target.value) },
              })
            }
          >
            {cast.map(({ id, name, character: of }) => (
              <option key={id} value={id}>
                {name ?? characters.get(of)?.name ?? ''}
              </option>
            ))}
          </Form.Select>
          <Form.Select
            size="sm"
            aria-label="Which part"
            value={source.part}
            onChange={({ target }) => onChange({ source: { ...source, part: target.value } })}
          >
            {character &&
              partsOf(character).map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
          </Form.Select>
        </div>
      )}
      <Form.Group controlId={`depth-${emitter.id}`} className="mb-2 d-flex gap-2">
        <Form.Label className="small mb-0 text-nowrap align-self-center">In front of</Form.Label>
        <Form.Select
          size="sm"
          value={depth.kind === 'layer' ? `layer:${depth.part}` : depth.kind}
          onChange={({ target }) => onChange({ depth: depthOf(target.value) })}
        >
          <option value="front">everything</option>
          <option value="cast">the characters</option>
          <option value="behind">the backdrop, behind the characters</option>
          {scene.backdrop &&
            backdropLayers(scene.backdrop).map(({ id, name }) => (
              <option key={id} value={`layer:${id}`}>
                the layer “{name}”
              </option>
            ))}
        </Form.Select>
      </Form.Group>
    </>
  );
}

function depthOf(value: string): EmitterDepth {
  if (value.startsWith('layer:')) return { kind: 'layer', part: value.slice('layer:'.length) };
  return { kind: value as Exclude<EmitterDepth['kind'], 'layer'> };
}

/** Another kind of source about where the one before was. */
function sourceOfKind(
  kind: Exclude<SourceKind, 'part'>,
  before: EmitterSource,
  { stage: { width, height } }: Pick<Scene, 'stage'>,
): EmitterSource {
  const at =
    before.kind === 'point'
      ? before.at
      : before.kind === 'part'
        ? { x: width / 2, y: height / 2 }
        : { x: (before.from.x + before.to.x) / 2, y: (before.from.y + before.to.y) / 2 };
  if (kind === 'point') return { kind, at };
  if (before.kind === 'line' || before.kind === 'area') {
    return { kind, from: before.from, to: before.to };
  }
  const [wide, high] = [width / 8, kind === 'area' ? height / 8 : 0];
  return {
    kind,
    from: { x: at.x - wide, y: at.y - high },
    to: { x: at.x + wide, y: at.y + high },
  };
}
