import { benchReplacing } from '../replacing';
import { fixed, table, type Report } from '../report';

/** What becomes of mouths set by hand when a voice is replaced. */
export async function replacing(): Promise<Report> {
  const { corrections, same, near, wrong, lost } = await benchReplacing();
  const share = (count: number) => (100 * count) / corrections;
  const overlaid = corrections - same - near - wrong - lost;
  const row = (what: string, count: number, wanted: string) => [
    ...[what, String(count), `${fixed(share(count))} %`, wanted],
  ];
  return {
    figures: [
      {
        ...{ name: 'replacing.same', where: 'Node', unit: '%', wanted: 97 },
        value: share(same),
      },
      { ...{ name: 'replacing.wrong', where: 'Node', unit: '%', wanted: 0 }, value: share(wrong) },
    ],
    text: [
      '## Mouths set by hand, after a voice was replaced',
      '',
      `Four synthetic voices say the same three scripts, and each is replaced by each other; every third sound had been set by hand, ${corrections} in all.`,
      '',
      ...table(
        ['they are afterwards', 'mouths', 'share', 'wanted'],
        [
          row('on the same sound of the same word', same, 'at least 97 %'),
          row('on another sound of the same word', near, ''),
          row('in another word', wrong, '0'),
          row('named as having no place', lost, ''),
          row('covered by a neighbour, shorter than a frame', overlaid, ''),
        ],
      ),
    ],
  };
}
