import { drawOnCanvas, type ImageContext } from './drawOnCanvas';

it('draws every picture on the same canvas, which only grows and is emptied before', () => {
  const made: string[] = [];
  const calls: string[] = [];
  const draw = drawOnCanvas<string>(({ width, height }) => {
    made.push(`${width} ${height}`);
    const context: ImageContext<string> = {
      imageSmoothingQuality: 'low',
      setTransform: (...numbers) => void calls.push(`at ${numbers.join(' ')}`),
      clearRect: (...numbers) => void calls.push(`clear ${numbers.join(' ')}`),
      drawImage: (image, ...numbers) => void calls.push(`${image} ${numbers.join(' ')}`),
      getImageData: (_x, _y, across, down) => {
        return { data: new Uint8ClampedArray(4 * across * down) };
      },
    };
    return context;
  });
  const box = { width: 8, height: 6 };
  const pixels = draw('hat', box, [2, 0, 0, 2, 1, 1], { width: 20, height: 10 });
  expect(pixels).toHaveLength(4 * 20 * 10);
  expect(calls).toEqual(['at 1 0 0 1 0 0', 'clear 0 0 20 10', 'at 2 0 0 2 1 1', 'hat 0 0 8 6']);
  draw('coat', box, [1, 0, 0, 1, 0, 0], { width: 5, height: 5 });
  draw('coat', box, [1, 0, 0, 1, 0, 0], { width: 5, height: 30 });
  draw('coat', box, [1, 0, 0, 1, 0, 0], { width: 20, height: 30 });
  expect(made).toEqual(['20 10', '20 30']);
});
