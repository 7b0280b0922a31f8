import { compile, type MemberProgram } from '@cruvo/core/program';
import { withLines, withMember, withoutLines } from '@cruvo/core/scene';
import { testMaterial } from '@cruvo/core/testing';
import { layOutRows, placeAt, RULER } from './rows';

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
      ['third', false],
      ['second', true],
      ['member', false],
    ]);
    expect(rows[1]!.height).toBeGreaterThan(5 * rows[0]!.height);
    expect(height).toBeGreaterThanOrEqual(rows[2]!.top + rows[2]!.height);
  });

  it('have room for the tools of somebody who says nothing yet', () => {
    const silent = withoutLines(withLines(scene, lines), new Set(['second']));
    const { rows } = layOutRows(compile({ ...material, scene: silent }), 'second');
    const [third, second] = rows;
    expect(second!.lanes).toBeNull();
    expect(second!.height).toBeGreaterThan(2 * third!.height);
    expect(second!.height).toBeLessThan(3 * third!.height);
  });

  it('follow each other below the ruler without lying over each other', () => {
    const { rows } = layOutRows(program, 'third');
    const strips = [RULER, ...rows];
    strips.slice(1).forEach(({ top }, at) => {
      expect(top).toBeGreaterThanOrEqual(strips[at]!.top + strips[at]!.height);
    });
    const lanes = Object.values(rows[0]!.lanes!).filter((lane) => lane !== null);
    lanes.slice(1).forEach(({ top }, at) => {
      expect(top).toBeGreaterThanOrEqual(lanes[at]!.top + lanes[at]!.height);
    });
  });

  it('are found by the pointer', () => {
    const { rows } = layOutRows(program, 'third');
    const [third, second] = [rows[0]!, rows[1]!];
    const middle = ({ top, height }: { top: number; height: number }) => top + height / 2;
    const found = (y: number) => {
      const { part, row } = placeAt(rows, y);
      return [part, row && idOf(row)];
    };
    expect(found(5)).toEqual(['ruler', null]);
    expect(found(middle(third.lanes!.head))).toEqual(['head', 'third']);
    expect(found(middle(third.lanes!.mouths))).toEqual(['mouths', 'third']);
    expect(found(middle(second))).toEqual(['thin', 'second']);
    expect(found(5000)).toEqual(['thin', 'member']);
    expect(placeAt([], 500)).toEqual({ part: 'ruler', row: null });
  });
});
