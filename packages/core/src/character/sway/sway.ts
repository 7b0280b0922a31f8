import { array, number, object, string, type Schema } from 'yup';
import { inOrder, type OrderedRecord, type Records } from '../../records';

/** Something loose that swings after the rest of the character: a part about its pivot, or the splints of a bend. */
export interface Sway extends OrderedRecord {
  readonly name: string;
  readonly part: string;
  /** Points of the part's bend from where it is held to its loose end; none: the part swings as a whole. */
  readonly points: readonly string[];
  /** 0 to 1: how soon it comes back. */
  readonly stiffness: number;
  /** 0 to 1: how soon it comes to rest. */
  readonly damping: number;
  /** 0 to 1: how far it hangs down, and how much it is thrown about. */
  readonly weight: number;
  /** 0 to 1: how much it moves in the wind. */
  readonly wind: number;
  /** Another seed is another wind. */
  readonly seed: number;
}

const share = () => number().required().min(0).max(1);

export const swaySchema = object({
  id: string().required(),
  order: string().required(),
  name: string().trim().required().max(200),
  part: string().required(),
  points: array(string().required()).required().max(30),
  ...{ stiffness: share(), damping: share(), weight: share(), wind: share() },
  seed: number().required().integer().min(0).max(0xffffffff),
}).test(
  'points',
  'a sway leads over two points at least, or none',
  ({ points }) => points.length !== 1,
) as unknown as Schema<Sway>;

export function swaysOf({ sways }: { readonly sways: Records<Sway> }): readonly Sway[] {
  return inOrder(sways);
}

/** How many links swing: splints, or the part itself. */
export const linksOf = ({ points }: Sway) => Math.max(1, points.length - 1);

/** The id of the control that says how far a link is turned, radians. */
export const swayControlId = (sway: string, link: number) => `sway.${sway}.${link}`;
