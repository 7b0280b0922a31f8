import { looksLikeXml, xmlText } from './xmlText';

const SVG = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><title>Ölçü</title></svg>';
const declared = (encoding: string) => `<?xml version="1.0" encoding="${encoding}"?>${SVG}`;
const bigEndian = (text: string) => Buffer.from(text, 'utf16le').swap16();

describe('xmlText', () => {
  it.each([
    ['plain UTF-8', Buffer.from(SVG)],
    ['UTF-8 with its mark', Buffer.from(`\uFEFF${SVG}`)],
    ['UTF-8 that says so', Buffer.from(declared('utf-8'))],
    ['UTF-16 with its mark', Buffer.from(`\uFEFF${declared('UTF-16')}`, 'utf16le')],
    ['UTF-16 the other way round', bigEndian(`\uFEFF${declared('UTF-16')}`)],
    ['UTF-16 without a mark', Buffer.from(declared('UTF-16LE'), 'utf16le')],
    ['Latin-1', Buffer.from(declared('ISO-8859-1'), 'latin1')],
    ['Latin-1 of one system', Buffer.from(declared('windows-1252'), 'latin1')],
  ])('reads %s, without its declaration', (_, bytes) => {
    expect(looksLikeXml(bytes)).toBe(true);
    expect(xmlText(bytes, 'a.svg')).toBe(SVG);
  });

  it.each([
    ['UTF-7, in which < can be written otherwise', Buffer.from(declared('UTF-7'))],
    ['an encoding that nobody knows', Buffer.from(declared('our-own'))],
    ['bytes that are no UTF-8', Buffer.from(SVG, 'latin1')],
    ['UTF-8 that says UTF-16', Buffer.from(declared('UTF-16'))],
    ['UTF-16 that says UTF-8', Buffer.from(`\uFEFF${declared('UTF-8')}`, 'utf16le')],
    ['half a pair', Buffer.from('\ud83c<svg/>', 'utf16le')],
  ])('refuses %s', (_, bytes) => {
    expect(() => xmlText(bytes, 'a.svg')).toThrow(/“a.svg” is written in an encoding/);
  });
});

it.each([
  ['a PNG', Buffer.from('89504e470d0a1a0a', 'hex')],
  ['something packed', Buffer.from('1f8b08', 'hex')],
  ['text', Buffer.from('hello <svg>')],
  ['nothing', Buffer.alloc(0)],
])('takes %s for no XML', (_, bytes) => expect(looksLikeXml(bytes)).toBe(false));

describe('entities of a file’s own', () => {
  const withEntities = (entities: string, inside: string) =>
    Buffer.from(
      `<!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "svg11.dtd" [${entities}]><svg>${inside}</svg>`,
    );

  it('become what they stand for, also within each other', () => {
    const file = withEntities(
      '<!ENTITY ns "http://example.org/ours"><!ENTITY both \'&ns;/&amp;\'><!ENTITY ns "later">',
      '<g a="&ns;" b="&both;">&lt;</g>',
    );
    expect(xmlText(file, 'a.svg')).toBe(
      '<svg><g a="http://example.org/ours" b="http://example.org/ours/&amp;">&lt;</g></svg>',
    );
  });

  it.each([
    ['each other', '<!ENTITY a "&b;"><!ENTITY b "&a;">', /blow up without limit/],
    [
      'ten of ten of ten',
      ['x'.repeat(100), ...Array.from({ length: 9 }, (_, at) => `&e${at};`.repeat(10))]
        .map((value, at) => `<!ENTITY e${at} "${value}">`)
        .join('') + '<!ENTITY a "&e9;">',
      /blow up without limit/,
    ],
    ['a file elsewhere', '<!ENTITY a SYSTEM "file:///etc/passwd">', /“a”, which lies outside/],
  ])('are refused where they stand for %s', (_, entities, sentence) => {
    expect(() => xmlText(withEntities(entities, '&a;'), 'a.svg')).toThrow(sentence);
  });
});
