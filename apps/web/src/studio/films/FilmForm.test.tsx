/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { jest } from '@jest/globals';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { toFlicks } from '@cruvo/core/time';
import { renderInScene } from '../../testing/panels';
import { FilmForm } from './FilmForm';

/** What the form sends, and what the server answers. */
function server(status = 201) {
  const sent: { path: string; body: unknown }[] = [];
  globalThis.fetch = (async (path: RequestInfo | URL, init?: RequestInit) => {
    sent.push({ path: String(path), body: JSON.parse(String(init?.body)) as unknown });
    const body = status < 400 ? {} : { detail: 'The queue is full.' };
    return {
      ok: status < 400,
      status,
      headers: new Headers({ 'content-type': 'application/json' }),
      json: async () => body,
      text: async () => JSON.stringify(body),
    } as unknown as Response;
  }) as typeof fetch;
  return sent;
}

function form() {
  const ordered = jest.fn();
  const closed = jest.fn();
  renderInScene(<FilmForm onClose={closed} onOrdered={ordered} />);
  return { ordered, closed };
}
const choose = (name: string) =>
  fireEvent.click(screen.getByRole('radio', { name: new RegExp(name) }));
const pick = (name: string, value: string) =>
  fireEvent.change(screen.getByRole('combobox', { name }), { target: { value } });
const type = (name: string, value: string) =>
  fireEvent.change(screen.getByRole('spinbutton', { name }), { target: { value } });
const make = () => fireEvent.click(screen.getByRole('button', { name: 'Make the film' }));

afterEach(cleanup);

describe('FilmForm', () => {
  it('orders what it offers at first: 720p at the scene’s rate and background', async () => {
    const sent = server();
    const { ordered } = form();
    make();
    await waitFor(() => expect(ordered).toHaveBeenCalled());
    expect(JSON.stringify(sent[0]!.body)).toContain(
      '"width":1280,"height":720,"frameRate":"24","background":"#f4e9d8"',
    );
  });

  it('takes a size from a button, and tells which one it is', async () => {
    const sent = server();
    const { ordered } = form();
    const size = screen.getByRole('button', { name: '1080 × 1920' });
    fireEvent.click(size);
    expect(size.getAttribute('aria-pressed')).toBe('true');
    make();
    await waitFor(() => expect(ordered).toHaveBeenCalled());
    expect(sent[0]!.body).toMatchObject({ settings: { width: 1080, height: 1920 } });
  });

  it.each([
    ['Width', '1281', 'the width of MP4 must be an even number of pixels, such as 1282'],
    ['Height', '20', 'the height must be at least 64 pixels'],
    ['Width', '', 'the width must be a number of pixels'],
  ])('says what is wrong with a %s of “%s”, and orders nothing', async (name, value, sentence) => {
    const sent = server();
    const { ordered } = form();
    type(name, value);
    make();
    expect(await screen.findByText(sentence)).toBeTruthy();
    expect([sent.length, ordered.mock.calls.length]).toEqual([0, 0]);
  });

  it('makes an odd size even where that is wished', async () => {
    form();
    type('Width', '1281');
    make();
    fireEvent.click(await screen.findByRole('button', { name: 'Use 1282 × 720' }));
    await waitFor(() => expect(screen.queryByText(/must be an even number/)).toBeNull());
    expect((screen.getByLabelText('Width') as HTMLInputElement).value).toBe('1282');
  });

  it('goes by what it is for, and says what that means', async () => {
    const sent = server();
    const { ordered } = form();
    choose('Social, upright');
    expect(screen.getByText(/Fills a telephone/)).toBeTruthy();
    make();
    await waitFor(() => expect(ordered).toHaveBeenCalled());
    expect(sent[0]!.body).toMatchObject({
      settings: { format: 'mp4', width: 1080, height: 1920, loudness: -14 },
    });
  });

  it('keeps to what a format can hold', async () => {
    const sent = server();
    const { ordered } = form();
    choose('Web, see-through');
    pick('Format', 'gif');
    expect(screen.getByRole<HTMLOptionElement>('option', { name: '120' }).disabled).toBe(true);
    pick('Format', 'mp4');
    make();
    await waitFor(() => expect(ordered).toHaveBeenCalled());
    expect(sent[0]!.body).toMatchObject({ settings: { format: 'mp4', background: '#f4e9d8' } });
  });

  it('takes a part of the scene, and one of the cast alone', async () => {
    const sent = server();
    const { ordered } = form();
    pick('Part of the scene', 'own');
    type('From, seconds', '0.5');
    type('To, seconds', '1.5');
    pick('Who is seen', 'member');
    pick('Captions', 'files');
    make();
    await waitFor(() => expect(ordered).toHaveBeenCalled());
    expect(sent[0]!.body).toMatchObject({
      settings: {
        stretch: { start: toFlicks(0.5), end: toFlicks(1.5) },
        only: 'member',
        captions: 'files',
      },
    });
  });

  it('orders nothing of a stretch without a length', async () => {
    const sent = server();
    form();
    pick('Part of the scene', 'own');
    type('From, seconds', '1');
    type('To, seconds', '1');
    make();
    expect(await screen.findByText(/The stretch has no length/)).toBeTruthy();
    expect(sent).toEqual([]);
  });

  it('stays open with the reason when the server refuses', async () => {
    server(503);
    const { ordered } = form();
    make();
    expect(await screen.findByText('The queue is full.')).toBeTruthy();
    expect(ordered).not.toHaveBeenCalled();
  });

  it('is left with Cancel', () => {
    const { closed } = form();
    fireEvent.click(screen.getByRole('button', { name: 'Cancel' }));
    expect(closed).toHaveBeenCalled();
  });
});
