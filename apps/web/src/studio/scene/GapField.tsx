import { useLineGap } from '../timeline/lineGap';
import { TypedFigure } from './TypedFigure';

/** How far apart lines are that come in together. */
export function GapField() {
  const { gap, setGap } = useLineGap();
  return (
    <TypedFigure
      label="Between lines that come in together, seconds"
      value={gap}
      {...{ min: 0, max: 60, digits: 2 }}
      onChange={setGap}
    />
  );
}
