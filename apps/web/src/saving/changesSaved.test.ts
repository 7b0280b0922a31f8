import { MutationObserver, QueryClient } from '@tanstack/react-query';
import { changesSaved } from './changesSaved';

it('waits for all that is on its way, whether it arrives or not', async () => {
  const queries = new QueryClient();
  const ends: ((ok: boolean) => void)[] = [];
  const begin = () =>
    new MutationObserver(queries, {
      mutationFn: () =>
        new Promise<void>((done, failed) =>
          ends.push((ok) => (ok ? done() : failed(new Error('Lost.')))),
        ),
    })
      .mutate()
      .catch(() => undefined);
  await changesSaved(queries);
  const sent = [begin(), begin()];
  let saved = false;
  const waiting = changesSaved(queries).then(() => (saved = true));
  await Promise.resolve();
  ends[0]!(true);
  await sent[0];
  expect(saved).toBe(false);
  ends[1]!(false);
  await Promise.all([sent[1], waiting]);
  expect(saved).toBe(true);
});
