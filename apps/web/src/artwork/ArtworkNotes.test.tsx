/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { act, fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { partsOf, withPartAsPicture, type Drawing } from '@cruvo/core/character';
import { characterOf, drawnLayer, groupOf } from '@cruvo/core/testing';
import { CharacterContext, type OpenCharacter } from '../character/CharacterContext';
import { createCharacterStore } from '../character/characterStore';
import { ArtworkNotes } from './ArtworkNotes';
import type { CameIn } from './cameIn';

const flat: Drawing = { kind: 'raster', media: 'f'.repeat(64), x: 0, y: 0, width: 90, height: 60 };
const picture: Drawing = { ...flat, media: 'a'.repeat(64), x: 20, width: 30 };
const layer = { part: 'Fox/Arm', names: ['Fox', 'Arm'], picture };
const difference = { flat, here: 'data:image/png;base64,', share: 0.213, layer };

const FOX = characterOf(drawnLayer('Wall'), groupOf('Fox', drawnLayer('Head'), drawnLayer('Arm')));

function shown(told: CameIn | null, fox = FOX) {
  const store = createCharacterStore(fox);
  render(
    <MemoryRouter initialEntries={[{ pathname: '/', state: told }]}>
      <CharacterContext value={{ store } as unknown as OpenCharacter}>
        <ArtworkNotes />
      </CharacterContext>
    </MemoryRouter>,
  );
  return {
    names: () => partsOf(store.getState().character).map(({ name }) => name),
    character: () => store.getState().character,
    history: store.history,
  };
}

it('tells what was left out, the first few at once', () => {
  const notes = ['a', 'b', 'c', 'd'].map((name) => ({
    layer: [name],
    sentence: `${name} is gone.`,
  }));
  shown({ notes, difference: null });
  expect(screen.queryByText('d: d is gone.')).toBeNull();
  fireEvent.click(screen.getByText('Show all 4'));
  expect(screen.getByText('d: d is gone.')).toBeTruthy();
});

it('shows the file beside what came of it, and takes the file’s own picture instead; undo brings the layers back', () => {
  const { names, history } = shown({ notes: [], difference });
  expect(screen.getByText(/Fox \/ Arm:.*21 % of the picture looks different/)).toBeTruthy();
  expect(screen.getByAltText('The file by itself').getAttribute('src')).toContain(flat.media);
  fireEvent.click(screen.getByText('Take all as one picture'));
  expect(names()).toEqual(['picture']);
  expect(screen.queryByRole('alert')).toBeNull();
  act(() => history.undo());
  expect(names()).toEqual(['Wall', 'Fox', 'Head', 'Arm']);
});

it('takes the layer that differs as the file shows it; the others stay', () => {
  const { names, character } = shown({ notes: [], difference });
  fireEvent.click(screen.getByText('Take “Arm” as one picture'));
  expect(names()).toEqual(['Wall', 'Fox', 'Head', 'Arm']);
  const { drawing } = character().parts['Fox/Arm']!;
  expect(character().drawings[drawing!]).toEqual(picture);
});

it('does not tell again of what has been taken, also where the page is loaded anew', () => {
  const taken = { ...flat, media: picture.media };
  shown({ notes: [], difference }, withPartAsPicture(FOX, 'Fox/Arm', taken));
  expect(screen.queryByRole('alert')).toBeNull();
});

it('offers all of it alone where no layer could be pictured', () => {
  shown({ notes: [], difference: { ...difference, layer: { ...layer, picture: null } } });
  expect(screen.queryByText(/^Take “/)).toBeNull();
  expect(screen.getByText('Take all as one picture')).toBeTruthy();
});

it('says nothing where all is as it was', () => {
  shown(null);
  expect(screen.queryByRole('alert')).toBeNull();
});
