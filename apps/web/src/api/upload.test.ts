import { jest } from '@jest/globals';
import { uploadFile, type UploadProgress } from './upload';

interface Answer {
  readonly status: number;
  readonly lines: readonly object[];
  readonly retryAfter?: string;
}

/** Answers one request after the other, as a browser hands the pieces on. */
function answering(...answers: Answer[]) {
  const asked: string[] = [];
  class FakeRequest {
    static readonly answers = answers;
    status = 0;
    responseText = '';
    readonly upload: { onprogress?: (event: object) => void } = {};
    onload = () => undefined;
    onabort = () => undefined;
    onprogress = () => undefined;
    private answer: Answer = { status: 0, lines: [] };
    open(method: string, path: string) {
      asked.push(`${method} ${path}`);
    }
    setRequestHeader() {}
    getResponseHeader() {
      return this.answer.retryAfter ?? null;
    }
    abort() {
      this.onabort();
    }
    send() {
      this.answer = FakeRequest.answers.shift()!;
      this.upload.onprogress?.({ loaded: 1, total: 2 });
      if (!this.answer.status) return;
      this.status = this.answer.status;
      for (const line of this.answer.lines) {
        this.responseText += JSON.stringify(line) + (this.status < 300 ? '\n' : '');
        this.onprogress();
      }
      this.onload();
    }
  }
  globalThis.XMLHttpRequest = FakeRequest as never;
  return asked;
}

const original = globalThis.XMLHttpRequest;
describe('uploadFile', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => {
    jest.useRealTimers();
    globalThis.XMLHttpRequest = original;
  });

  const upload = (signal = new AbortController().signal) => {
    const told: UploadProgress[] = [];
    const onProgress = (progress: UploadProgress) => void told.push(progress);
    const result = uploadFile('/artwork', 'a.svg', new Blob(['x']), { onProgress, signal });
    return { told, result };
  };

  it('tells what is sent, who is first, and how far it is opened', async () => {
    answering({ status: 200, lines: [{ place: 2 }, { progress: 0.5 }, { artwork: 1 }] });
    const { told, result } = upload();
    expect(await result).toEqual({ artwork: 1 });
    expect(told).toEqual([
      { stage: 'sending', share: 0 },
      { stage: 'sending', share: 0.5 },
      { stage: 'waiting', place: 2 },
      { stage: 'opening', share: 0.5 },
    ]);
  });

  it('comes again when the server is busy, after the time that it asks for', async () => {
    const busy = { status: 503, lines: [{ code: 'busy' }], retryAfter: '7' };
    const asked = answering(busy, { status: 200, lines: [{ artwork: 1 }] });
    const { told, result } = upload();
    await jest.advanceTimersByTimeAsync(6900);
    expect(asked).toHaveLength(1);
    expect(told.at(-1)).toEqual({ stage: 'waiting', place: null });
    await jest.advanceTimersByTimeAsync(200);
    expect(await result).toEqual({ artwork: 1 });
    expect(asked).toEqual(['POST /api/artwork', 'POST /api/artwork']);
  });

  it.each([
    [
      'refused at once',
      { status: 413, lines: [{ code: 'too-large', detail: 'Too much.' }] },
      'Too much.',
    ],
    [
      'refused while it is opened',
      { status: 200, lines: [{ problem: { detail: 'Broken.' } }] },
      'Broken.',
    ],
    ['given up by the server', { status: 200, lines: [{ progress: 0.1 }] }, /server stopped/],
  ])('says why it was %s', async (_, answer, sentence) => {
    answering(answer);
    await expect(upload().result).rejects.toThrow(sentence);
  });

  it('can be cancelled on its way, and while it waits', async () => {
    const stop = new AbortController();
    answering({ status: 0, lines: [] });
    const sending = upload(stop.signal);
    stop.abort();
    await expect(sending.result).rejects.toMatchObject({ code: 'cancelled' });

    const later = new AbortController();
    answering({ status: 503, lines: [] });
    const waiting = upload(later.signal);
    await jest.advanceTimersByTimeAsync(100);
    later.abort();
    await expect(waiting.result).rejects.toMatchObject({ code: 'cancelled' });
  });
});
