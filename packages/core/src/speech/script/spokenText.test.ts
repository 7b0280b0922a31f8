import { spokenText } from './spokenText';

it('a synthetic voice is given only what is said, names as they sound', () => {
  const own = [
    { word: 'Isbel', like: 'iz bell' },
    { word: 'Wick', like: '/wɪk/' },
  ];
  expect(spokenText('ISBEL: [cross] Good evening,\n  isbel and Wick!', own)).toBe(
    'Good evening, iz bell and Wick!',
  );
  expect(spokenText('(waves)', own)).toBe('');
});
