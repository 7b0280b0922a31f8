import { WAY_NAMES, type Pairs, type Way } from './report';

const SIZE = 420;
const MARGIN = 56;
const GROUPS = 10;
/** Fewer frames than these say nothing. */
const LEAST = 150;
const COLOURS: Readonly<Record<Way, string>> = {
  voice: '#0b6e75',
  script: '#a8571b',
  live: '#6b4fa0',
};

/** How sure sounds were stated to be against how often they were right within 20 ms, as an SVG picture. */
export function certaintyPlot(pairs: Pairs): string {
  const ways = Object.keys(pairs) as Way[];
  const x = (share: number) => MARGIN + share * SIZE;
  const y = (share: number) => MARGIN / 2 + (1 - share) * SIZE;
  const ticks = Array.from({ length: GROUPS / 2 + 1 }, (_, at) => (2 * at) / GROUPS);
  const curves = ways.map((way, at) => {
    const points = pointsOf(pairs[way]!);
    const line = points.map(([stated, right]) => `${x(stated).toFixed(1)},${y(right).toFixed(1)}`);
    const dots = line.map((point) => {
      const [cx, cy] = point.split(',');
      return `<circle cx="${cx}" cy="${cy}" r="4"/>`;
    });
    return `<g fill="${COLOURS[way]}" stroke="none"><polyline points="${line.join(' ')}" fill="none" stroke="${COLOURS[way]}" stroke-width="2"/>${dots.join('')}<text x="${x(0.04)}" y="${y(0.95 - at * 0.06)}">${WAY_NAMES[way]}</text></g>`;
  });
  const grid = ticks.map(
    (share) =>
      `<path d="M${x(share)} ${y(0)}V${y(1)}M${x(0)} ${y(share)}H${x(1)}"/><text stroke="none" fill="#555" text-anchor="middle" x="${x(share)}" y="${y(0) + 18}">${share * 100}</text><text stroke="none" fill="#555" text-anchor="end" x="${x(0) - 6}" y="${y(share) + 5}">${share * 100}</text>`,
  );
  const width = SIZE + 1.5 * MARGIN;
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${SIZE + 1.5 * MARGIN}" font-family="sans-serif" font-size="14">
<rect width="100%" height="100%" fill="#fff"/>
<g stroke="#ddd">${grid.join('')}</g>
<path d="M${x(0)} ${y(0)}L${x(1)} ${y(1)}" stroke="#888" stroke-dasharray="5 5"/>
${curves.join('\n')}
<text text-anchor="middle" x="${x(0.5)}" y="${y(0) + 42}">stated to be right, %</text>
<text text-anchor="middle" transform="translate(16 ${y(0.5)}) rotate(-90)">right within 20 ms, %</text>
</svg>
`;
}

/** For each tenth of what was stated: the mean stated, and the share that was right. */
function pointsOf(pairs: readonly (readonly [stated: number, right: number])[]) {
  return Array.from({ length: GROUPS }, (_, group) => {
    const inside = pairs.filter(
      ([stated]) => Math.min(GROUPS - 1, Math.floor(stated * GROUPS)) === group,
    );
    const mean = (at: 0 | 1) => inside.reduce((sum, pair) => sum + pair[at], 0) / inside.length;
    return { count: inside.length, point: [mean(0), mean(1)] as const };
  })
    .filter(({ count }) => count >= LEAST)
    .map(({ point }) => point);
}
