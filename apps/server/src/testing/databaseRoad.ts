import { connect, createServer, type AddressInfo, type Server, type Socket } from 'node:net';

/** Passes connections on to a database, and can be blocked as if the database had gone away. */
export class DatabaseRoad {
  private readonly sockets = new Set<Socket>();
  private blocked = false;

  private constructor(
    private readonly server: Server,
    readonly port: number,
  ) {}

  static async open(databasePort: number): Promise<DatabaseRoad> {
    const server = createServer();
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const road = new DatabaseRoad(server, (server.address() as AddressInfo).port);
    server.on('connection', (socket) => road.pass(socket, databasePort));
    return road;
  }

  block(): void {
    this.blocked = true;
    for (const socket of this.sockets) socket.destroy();
  }

  clear(): void {
    this.blocked = false;
  }

  async close(): Promise<void> {
    this.block();
    await new Promise((resolve) => this.server.close(resolve));
  }

  private pass(socket: Socket, databasePort: number): void {
    if (this.blocked) return void socket.destroy();
    const onward = connect(databasePort, '127.0.0.1');
    for (const [end, other] of [
      [socket, onward],
      [onward, socket],
    ] as const) {
      this.sockets.add(end);
      end.on('error', () => other.destroy());
      end.on('close', () => {
        this.sockets.delete(end);
        other.destroy();
      });
      end.pipe(other);
    }
  }
}
