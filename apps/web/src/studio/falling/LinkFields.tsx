import { Link2, X } from 'lucide-react';
import { Button, Form } from 'react-bootstrap';
import { isMoved, MOST_LINKS, type Body, type Link } from '@cruvo/core/bodies';
import { boundsOfPart, placesOf } from '@cruvo/core/character';
import { mapped, middleOf, type Point } from '@cruvo/core/geometry';
import { AT_REST } from '@cruvo/core/pose';
import { inOrder, inTable, withoutRecord, withRecord } from '@cruvo/core/records';
import { STAGE } from '@cruvo/core/scene';
import { IconButton } from '../../shell/IconButton';
import { ShareSlider } from '../life/ShareSlider';
import { inPercent, type NumberField } from '../life/words';
import { useOpenScene, useProgram, useScene } from '../SceneContext';

const SLACK: NumberField = {
  ...{ label: 'Length of the rope', min: 1, max: 4, step: 0.05 },
  inWords: inPercent,
};

/** How long a rope to the stage is at first, as a share of its height. */
const ROPE = 0.2;

/** The hinges and ropes of a body. */
export function LinkFields({ body }: { body: Body }) {
  const { store, characters } = useOpenScene();
  const scene = useScene((state) => state.scene);
  const program = useProgram();
  const links = inOrder<Link>(scene.links).filter(
    ({ from, to }) => from.body === body.id || to.body === body.id,
  );
  const others = inOrder<Body>(scene.bodies).filter(({ id }) => id !== body.id);
  const edit = (change: (all: typeof scene.links) => typeof scene.links) =>
    store.getState().edit((before) => ({ ...before, links: change(before.links) }));
  const boxOf = ({ member, part }: Body) => {
    const owner = member === STAGE ? scene.backdrop : characters.get(scene.cast[member]!.character);
    return owner ? boundsOfPart(owner, part) : null;
  };
  /** The top of the drawing, where things hang; of what others hang on its middle. */
  const topOf = (one: Body): Point => {
    const box = boxOf(one);
    return box ? { x: box.x + box.width / 2, y: box.y } : { x: 0, y: 0 };
  };
  const add = (kind: Link['kind'], to: string) => {
    const other = scene.bodies[to];
    const box = other && boxOf(other);
    const at = topOf(body);
    const owner = program.bodies.value?.owners.find((one) => one.owner === body.member);
    const rest = owner && placesOf(owner.parts, owner.place, AT_REST).get(body.part);
    const top = rest ? mapped(rest, at) : at;
    const above = kind === 'rope' ? ROPE * scene.stage.height : 0;
    const made = {
      ...{ id: crypto.randomUUID(), kind, slack: 1 },
      from: { body: body.id, at },
      to: other
        ? { body: to, at: box ? middleOf(box) : { x: 0, y: 0 } }
        : { body: null, at: { x: top.x, y: top.y - above } },
    };
    edit((all) => inTable<Link>([...inOrder(all), made]));
  };
  const nameOf = (id: string | null) =>
    id === null ? 'the stage' : (scene.bodies[id]?.name ?? '');
  if (!isMoved(body) && links.length === 0) return null;
  return (
    <fieldset className="mt-2">
      <legend className="small quiet mb-1">Hinges and ropes</legend>
      {links.map((link) => {
        const other = link.from.body === body.id ? link.to.body : link.from.body;
        const what = `${link.kind === 'hinge' ? 'Hinge' : 'Rope'} to ${nameOf(other)}`;
        return (
          <div key={link.id}>
            <div className="d-flex align-items-center small">
              <span className="flex-fill text-truncate">{what}</span>
              <IconButton
                icon={X}
                label={`Delete the ${what.toLowerCase()}`}
                onClick={() => edit((all) => withoutRecord(all, link.id))}
              />
            </div>
            {link.kind === 'rope' && (
              <ShareSlider
                field={SLACK}
                value={link.slack}
                usual={1}
                onChange={(slack) =>
                  edit((all) => withRecord(all, link.id, (one) => ({ ...one, slack })))
                }
              />
            )}
          </div>
        );
      })}
      {isMoved(body) && Object.keys(scene.links).length < MOST_LINKS && (
        <Form
          className="d-flex gap-1"
          onSubmit={(event) => {
            event.preventDefault();
            const data = new FormData(event.currentTarget);
            add(data.get('kind') as Link['kind'], String(data.get('to')));
          }}
        >
          <Form.Select size="sm" name="kind" aria-label="Hinge or rope" className="w-auto">
            <option value="hinge">Hinge</option>
            <option value="rope">Rope</option>
          </Form.Select>
          <Form.Select size="sm" name="to" aria-label="To what it is linked">
            <option value="">to the stage</option>
            {others.map(({ id, name }) => (
              <option key={id} value={id}>
                to {name}
              </option>
            ))}
          </Form.Select>
          <Button type="submit" size="sm" variant="outline-secondary" aria-label="Add the link">
            <Link2 size={15} aria-hidden />
          </Button>
        </Form>
      )}
    </fieldset>
  );
}
