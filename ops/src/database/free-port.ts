import net from 'node:net';

/** The first of `count` neighbouring TCP ports on loopback that nothing listens on. */
export async function freePorts(count = 1): Promise<number> {
  for (let attempt = 0; attempt < 50; attempt += 1) {
    const first = await ephemeral();
    const rest = await Promise.all(Array.from({ length: count - 1 }, (_, i) => isFree(first + 1 + i)));
    if (first + count < 65535 && rest.every(Boolean)) return first;
  }
  throw new Error('No free port was found on loopback.');
}

/** Whether nothing listens on a port of loopback. */
export function isFree(port: number): Promise<boolean> {
  return new Promise((resolve) => {
    const server = net.createServer();
    server.once('error', () => resolve(false));
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)));
  });
}

function ephemeral(): Promise<number> {
  return new Promise((resolve, reject) => {
    const server = net.createServer();
    server.once('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() =>
        address && typeof address === 'object' ? resolve(address.port) : reject(new Error('no port')),
      );
    });
  });
}
