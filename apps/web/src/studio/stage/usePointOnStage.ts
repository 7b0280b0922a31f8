import { useRef, type RefObject } from 'react';
import { inverse, mapped, type Point } from '@cruvo/core/geometry';
import type { MemberProgram } from '@cruvo/core/program';
import type { CanvasBox } from './useCanvasBox';

/** What lies over the stage, and the way from a point of the page to the artwork of a member. */
export function usePointOnStage(
  stageWidth: number,
  box: CanvasBox,
): {
  readonly overlay: RefObject<SVGSVGElement | null>;
  readonly pointIn: (own: MemberProgram, at: readonly [x: number, y: number]) => Point;
} {
  const overlay = useRef<SVGSVGElement>(null);
  const units = stageWidth / Math.max(1, box.cssWidth);
  const pointIn = ({ place }: MemberProgram, [x, y]: readonly [number, number]): Point => {
    const { left, top } = overlay.current!.getBoundingClientRect();
    return mapped(inverse(place), { x: (x - left) * units, y: (y - top) * units });
  };
  return { overlay, pointIn };
}
