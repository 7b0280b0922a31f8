/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { Undo2 } from 'lucide-react';
import { IconButton } from './IconButton';
import { Tooltips } from './Tooltips';

function shown() {
  render(
    <>
      <IconButton icon={Undo2} label="Undo" shortcut="Z" onClick={() => undefined} />
      <Tooltips />
    </>,
  );
  return screen.getByRole('button', { name: 'Undo' });
}

afterEach(cleanup);

describe('Tooltips', () => {
  it('show the name and the key of a button on whose picture the pointer rests, until it leaves', async () => {
    const button = shown();
    fireEvent.pointerOver(button.querySelector('svg')!);
    expect((await screen.findByRole('tooltip')).textContent).toBe('Undo Z');
    fireEvent.pointerOver(document.body);
    expect(screen.queryByRole('tooltip')).toBeNull();
  });

  it('come with the focus and go with a click', async () => {
    const button = shown();
    button.focus();
    await screen.findByRole('tooltip');
    fireEvent.pointerDown(button);
    expect(screen.queryByRole('tooltip')).toBeNull();
  });

  it('stay away from what has none', async () => {
    const button = shown();
    fireEvent.pointerOver(button);
    fireEvent.pointerOver(document.body);
    // By then the other button’s tooltip would have come up, had it been waited for.
    const other = render(<IconButton icon={Undo2} label="Redo" onClick={() => undefined} />);
    fireEvent.pointerOver(other.getByRole('button', { name: 'Redo' }));
    expect((await screen.findByRole('tooltip')).textContent).toBe('Redo ');
  });
});
