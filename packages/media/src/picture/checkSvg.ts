import { SaxesParser } from 'saxes';
import { pointsOutside, urlOutside } from '@cruvo/core/formats';
import { Problem } from '@cruvo/core/problem';

const MOST_ELEMENTS = 100_000;
const DEEPEST = 200;
/** Elements that run, fetch or embed something. */
const FORBIDDEN_ELEMENTS = new Set([
  'script',
  'iframe',
  'object',
  'embed',
  'audio',
  'video',
  'handler',
]);

/**
 * Checks that SVG text is only a picture: no scripts, no references out of the file, no entities.
 *
 * @param partly whether what points out of the file will be left out (`readLayers`) before anybody reads on
 * @throws Problem that says what was found
 */
export function checkSvg(text: string, name: string, { partly = false } = {}): void {
  const refuse = (reason: string) => {
    throw new Problem('bad-input', `“${name}” ${reason}`);
  };
  let elements = 0;
  let depth = 0;
  let root = '';
  let style = '';
  const parser = new SaxesParser({ fragment: false });
  parser.on('error', () => refuse('is not a well-formed SVG: it can’t be read to its end.'));
  parser.on('doctype', (doctype) => {
    if (/<!ENTITY/i.test(doctype))
      refuse('defines entities, which can blow up without limit. Export it as plain SVG.');
  });
  parser.on('opentag', (tag) => {
    const local = tag.name.replace(/^.*:/, '').toLowerCase();
    root ||= local;
    if (++elements > MOST_ELEMENTS) refuse(`has more than ${MOST_ELEMENTS} elements. Simplify it.`);
    if (++depth > DEEPEST) refuse(`nests groups more than ${DEEPEST} deep. Simplify it.`);
    if (FORBIDDEN_ELEMENTS.has(local) || (local === 'foreignobject' && !partly)) {
      refuse(
        `contains a <${local}>, and Cruvo takes only pictures. Export it as plain SVG, without scripts.`,
      );
    }
    for (const [attribute, value] of Object.entries(tag.attributes as Record<string, string>)) {
      const key = attribute.replace(/^.*:/, '').toLowerCase();
      if (key.startsWith('on'))
        refuse('contains a script. Export it as plain SVG, without scripts.');
      if (partly) continue;
      if ((key === 'href' || key === 'src') && pointsOutside(value)) refuse(outsideReason(value));
      const url = urlOutside(value);
      if (key !== 'href' && url) refuse(outsideReason(url));
    }
  });
  parser.on('closetag', (tag) => {
    depth--;
    if (partly || tag.name.replace(/^.*:/, '').toLowerCase() !== 'style') return;
    const url = urlOutside(style) ?? (/@import/i.test(style) ? '@import' : null);
    if (url) refuse(outsideReason(url));
    style = '';
  });
  parser.on('text', (content) => void (style += content));
  parser.on('cdata', (content) => void (style += content));
  parser.write(text).close();
  if (root !== 'svg') refuse('is not an SVG picture.');
}

function outsideReason(reference: string): string {
  return `points to something outside itself (${reference.slice(0, 60)}). Embed it, or leave it out.`;
}
