import {
  drawingsIn,
  withDrawings,
  type FrameRange,
  type MemberProgram,
  type Program,
} from '@cruvo/core/program';
import { withLines } from '@cruvo/core/scene';
import type { SceneStore } from '../sceneStore';

/** Sets drawings from a frame on, one a frame, for all that a member says there. One step to undo. */
export function setDrawings(
  store: SceneStore,
  member: MemberProgram,
  first: number,
  drawings: readonly (string | null)[],
): boolean {
  const { scene, edit } = store.getState();
  const lines = member.lines.flatMap(({ line }) => scene.lines[line.id] ?? []);
  const changed = withDrawings(lines, first, drawings, scene.frameRate);
  if (changed.length > 0) edit((now) => withLines(now, changed));
  return changed.length > 0;
}

/** Shows one drawing in all of some frames; null shows what was fitted. */
export function setOne(
  store: SceneStore,
  member: MemberProgram,
  { from, to }: FrameRange,
  drawing: string | null,
): boolean {
  return setDrawings(store, member, from, Array<string | null>(to - from).fill(drawing));
}

/** Holds what the first of some frames shows until the last of them. */
export function holdFirst(
  store: SceneStore,
  member: MemberProgram,
  range: FrameRange,
  { scene }: Pick<Program, 'scene'>,
): boolean {
  const [first] = drawingsIn(member.lines, { ...range, to: range.from + 1 }, scene.frameRate);
  return typeof first === 'string' && setOne(store, member, range, first);
}

/** How copied mouths are written on the clipboard, so that nothing else is taken for them. */
const PREFIX = 'cruvo mouths\n';

/** The drawings of some frames as a text, one a line. */
export function copyText(
  member: MemberProgram,
  range: FrameRange,
  { scene }: Pick<Program, 'scene'>,
): string {
  const shown = drawingsIn(member.lines, range, scene.frameRate);
  return PREFIX + shown.map((drawing) => drawing ?? '').join('\n');
}

/** Lays copied drawings from a frame on; where nothing was copied, what is there stays. One step to undo. */
export function pasteDrawings(
  store: SceneStore,
  member: MemberProgram,
  first: number,
  drawings: readonly (string | null)[],
): void {
  store.history.begin();
  for (let from = 0; from < drawings.length;) {
    const to = drawings.findIndex((drawing, at) => at > from && drawing !== drawings[from]);
    const end = to < 0 ? drawings.length : to;
    if (drawings[from] !== null)
      setDrawings(store, member, first + from, drawings.slice(from, end));
    from = end;
  }
  store.history.end();
}

/**
 * The drawings of a text that was copied, as far as a mouth has them.
 *
 * @returns null where it is no copy of mouths, or of a character that has none of them
 */
export function pastedDrawings(
  text: string,
  known: ReadonlySet<string>,
): readonly (string | null)[] | null {
  if (!text.startsWith(PREFIX)) return null;
  const drawings = text
    .slice(PREFIX.length)
    .split('\n')
    .map((drawing) => (known.has(drawing) ? drawing : null));
  return drawings.some((drawing) => drawing !== null) ? drawings : null;
}
