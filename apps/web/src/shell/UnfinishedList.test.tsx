/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { jest } from '@jest/globals';
import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { UnfinishedList } from './UnfinishedList';

it('keeps or throws away what was never finished, and says why that failed', async () => {
  const kept = jest.fn<(id: string) => Promise<void>>().mockResolvedValue();
  const thrown = jest.fn<(id: string) => Promise<void>>().mockRejectedValue(new Error('Lost.'));
  const ended = jest.fn(async () => undefined);
  render(
    <UnfinishedList
      items={[{ id: 'one', said: '3.0 s are safe.' }]}
      keep="Lay it down"
      onKeep={kept}
      onThrowAway={thrown}
      onEnded={ended}
    />,
  );
  expect(screen.getByText('3.0 s are safe.')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Lay it down' }));
  await waitFor(() => expect(ended).toHaveBeenCalledTimes(1));
  expect(kept).toHaveBeenCalledWith('one');
  fireEvent.click(screen.getByRole('button', { name: 'Throw away' }));
  await waitFor(() => expect(ended).toHaveBeenCalledTimes(2));
  expect(screen.getByRole('alert').textContent).toContain('Lost.');
});
