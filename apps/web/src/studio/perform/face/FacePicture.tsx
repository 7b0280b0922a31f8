import type { FaceValues } from '@cruvo/core/face';

/** A plain face that does what is read, so that one sees at a glance whether it follows. */
export function FacePicture({ values, seen }: { values: FaceValues; seen: boolean }) {
  const { x, y, turn, nod, tilt } = values;
  const eye = (side: -1 | 1) => {
    const name = side < 0 ? 'right' : 'left';
    const [lid, brow] = [values[`${name} lid`], values[`${name} brow`]];
    const [cx, cy] = [side * 13 + 13 * turn, -6 + 7 * nod];
    const open = Math.max(0.6, 5.5 * (1 - lid));
    return (
      <g key={side}>
        <ellipse className="white" cx={cx} cy={cy} rx={6.5} ry={open} />
        {lid < 0.8 && (
          <circle
            className="pupil"
            cx={cx + 3 * values['gaze across']}
            cy={cy + 2.5 * values['gaze down']}
            r={2.4}
          />
        )}
        <path className="line" d={`M${cx - 7} ${cy - 9 - 5 * brow}q7 -4 14 0`} />
      </g>
    );
  };
  const wide = 9 + 5 * Math.max(values.smile, values['mouth wide']) - 5 * values.pout;
  const [mx, my] = [12 * turn, 15 + 7 * nod];
  const corner = my - 4 * values.smile;
  const [upper, lower] = [my + 1.5, my + 3 + 16 * Math.max(0, values['mouth open'])];
  const move = `translate(${6 * x} ${5 * y}) rotate(${22 * tilt})`;
  return (
    <svg
      className={seen ? 'face-picture' : 'face-picture unseen'}
      viewBox="-50 -44 100 88"
      role="img"
      aria-label={seen ? 'The face as it is taken over' : 'No face'}
    >
      <g transform={move}>
        <ellipse className="head" cx={2 * turn} cy={2 * nod} rx={30} ry={36} />
        {eye(-1)}
        {eye(1)}
        <path className="line" d={`M${17 * turn} ${3 + 8 * nod}v4`} />
        <path
          className="mouth"
          d={`M${mx - wide} ${corner}Q${mx} ${upper} ${mx + wide} ${corner}Q${mx} ${lower} ${mx - wide} ${corner}Z`}
        />
      </g>
    </svg>
  );
}
