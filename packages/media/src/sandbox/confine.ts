import { Socket } from 'node:net';
import sharp from 'sharp';

/** Keeps this process to itself. */
export function confine(): void {
  // Nothing that a file asks for may reach the network, also where the system can't take it away.
  Socket.prototype.connect = () => {
    throw new Error('There is no network here.');
  };
  sharp.cache(false);
  sharp.concurrency(1);
}
