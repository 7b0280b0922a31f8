/** Channels between windows, in one: what is said is heard at once, by all others of that name. */
export class FakeChannel {
  static open: FakeChannel[] = [];
  onmessage: ((event: { readonly data: unknown }) => void) | null = null;

  constructor(readonly name: string) {
    FakeChannel.open.push(this);
  }

  postMessage(data: unknown): void {
    for (const other of FakeChannel.open) {
      if (other !== this && other.name === this.name) {
        other.onmessage?.({ data: structuredClone(data) });
      }
    }
  }

  close(): void {
    FakeChannel.open = FakeChannel.open.filter((one) => one !== this);
  }
}
