import { emptyTrack, withKey } from '@cruvo/core/keys';
import { compile, type MemberProgram } from '@cruvo/core/program';
import { withReaction, type SceneReaction } from '@cruvo/core/reactions';
import {
  withLines,
  withMember,
  withoutLines,
  withReordered,
  withRowMoved,
} from '@cruvo/core/scene';
import { testMaterial } from '@cruvo/core/testing';
import {
  HEIGHT_OF_SIZE,
  layOutRows,
  placeAt,
  rowsPassed,
  RULER,
  USUAL_VIEW,
  type RowView,
  type TimelineRow,
} from './rows';

const material = testMaterial();
const size = { width: 100, height: 100 };
const scene = ['second', 'third'].reduce(
  (now, id) => withMember(now, { id, character: 'character', name: 'Twin', size }),
  material.scene,
);
const [own] = Object.values(material.scene.lines);
const lines = ['second', 'third'].map((id) => ({ ...own!, id, row: id }));
const program = compile({ ...material, scene: withLines(scene, lines) });
const idOf = ({ member }: { member: MemberProgram }) => member.member.id;

describe('the rows of the timeline', () => {
  it('show the one who is worked on in full, and the others thin', () => {
    const { rows, height } = layOutRows(program, 'second');
    expect(rows.map((row) => [idOf(row), row.lanes !== null])).toEqual([
      ['member', false],
      ['second', true],
      ['third', false],
    ]);
    expect(rows[1]!.height).toBeGreaterThan(5 * rows[0]!.height);
    expect(height).toBeGreaterThanOrEqual(rows[2]!.top + rows[2]!.height);
  });

  it('have room for the tools of somebody who says nothing yet', () => {
    const silent = withoutLines(withLines(scene, lines), new Set(['second']));
    const { rows } = layOutRows(compile({ ...material, scene: silent }), 'second');
    const [, second, third] = rows;
    expect(second!.lanes).toBeNull();
    expect(second!.height).toBeGreaterThan(2 * third!.height);
    expect(second!.height).toBeLessThan(3 * third!.height);
  });

  it('are folded and opened whoever is worked on, and are as high as is wished', () => {
    const views = {
      second: { ...USUAL_VIEW, open: false },
      third: { ...USUAL_VIEW, open: true, size: 2 },
    };
    const { rows } = layOutRows(program, 'second', (id) =>
      id in views ? views[id as keyof typeof views] : USUAL_VIEW,
    );
    const [member, second, third] = rows;
    expect(rows.map(({ lanes }) => lanes !== null)).toEqual([false, false, true]);
    expect(second!.height).toBeGreaterThan(member!.height);
    const usual = layOutRows(program, 'third').rows[2]!;
    expect(third!.height - usual.height).toBe(HEIGHT_OF_SIZE);
    expect(third!.lanes!.words.height).toBe(usual.lanes!.words.height);
  });

  it('show below the lanes what moves the one who is worked on, reactions where they are wanted', () => {
    const track = withKey(emptyTrack('k', 'second', 'gaze/x'), 0, 1);
    const reactions = withReaction<SceneReaction>(
      {},
      {
        ...{ id: 'r', member: 'second', name: 'Loud', signal: { kind: 'speaking', of: 'own' } },
        ...{ low: null, high: null, shaping: [], targets: [], mix: 'add', weight: 1 },
        ...{ muted: false, stretch: null },
      },
    );
    const moved = compile({
      ...material,
      scene: { ...withLines(scene, lines), keys: { k: track }, reactions },
    });
    const shown = (focus: string, view: Partial<RowView> = {}) =>
      layOutRows(moved, focus, () => ({ ...USUAL_VIEW, ...view })).rows;
    const kinds = (row: TimelineRow) => row.movers.map(({ mover }) => mover.kind);
    const [, second, third] = shown('second');
    expect(kinds(second!)).toEqual(['keys']);
    expect(kinds(shown('second', { reactions: true })[1]!)).toEqual(['keys', 'reaction']);
    expect(kinds(shown('third')[1]!)).toEqual([]);
    const [strip] = second!.movers;
    expect(strip!.top).toBeGreaterThan(second!.lanes!.mouths.top + second!.lanes!.mouths.height);
    expect(strip!.top + strip!.height).toBeLessThanOrEqual(third!.top);
    const under = placeAt([second!, third!], strip!.top + 2);
    expect([under.part, 'mover' in under && under.mover.id]).toEqual(['mover', 'k']);
  });

  it('are in the order of the scene, not of who stands in front', () => {
    const idsOf = (now: typeof scene) =>
      layOutRows(compile({ ...material, scene: now }), null).rows.map(idOf);
    const moved = withRowMoved(scene, 'third', -1);
    expect(idsOf(moved)).toEqual(['member', 'third', 'second']);
    expect(idsOf(withReordered(moved, 'member', 2))).toEqual(['member', 'third', 'second']);
    expect(idsOf(withRowMoved(moved, 'member', 9))).toEqual(['third', 'second', 'member']);
    expect(withRowMoved(scene, 'nobody', 1)).toBe(scene);
  });

  it('pass others that they are dragged over by more than half', () => {
    const { rows } = layOutRows(program, null);
    const [first, second, third] = rows;
    const [step, half] = [second!.top - first!.top, first!.height / 2];
    expect(
      [half - 1, step - half + 1, step, 9 * step].map((y) => rowsPassed(rows, first!, y)),
    ).toEqual([0, 1, 1, 2]);
    expect([-half, -step, -9 * step].map((y) => rowsPassed(rows, third!, y))).toEqual([0, -1, -2]);
  });

  it('follow each other below the ruler without lying over each other', () => {
    const { rows } = layOutRows(program, 'third');
    const strips = [RULER, ...rows];
    strips.slice(1).forEach(({ top }, at) => {
      expect(top).toBeGreaterThanOrEqual(strips[at]!.top + strips[at]!.height);
    });
    const lanes = Object.values(rows[2]!.lanes!).filter((lane) => lane !== null);
    lanes.slice(1).forEach(({ top }, at) => {
      expect(top).toBeGreaterThanOrEqual(lanes[at]!.top + lanes[at]!.height);
    });
  });

  it('are found by the pointer', () => {
    const { rows } = layOutRows(program, 'member');
    const [member, second] = [rows[0]!, rows[1]!];
    const middle = ({ top, height }: { top: number; height: number }) => top + height / 2;
    const found = (y: number) => {
      const { part, row } = placeAt(rows, y);
      return [part, row && idOf(row)];
    };
    expect(found(5)).toEqual(['ruler', null]);
    expect(found(middle(member.lanes!.head))).toEqual(['head', 'member']);
    expect(found(middle(member.lanes!.mouths))).toEqual(['mouths', 'member']);
    expect(found(middle(second))).toEqual(['thin', 'second']);
    expect(found(5000)).toEqual(['thin', 'third']);
    expect(placeAt([], 500)).toEqual({ part: 'ruler', row: null });
  });
});
