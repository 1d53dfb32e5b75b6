import net from 'node:net';
import { expect } from 'vitest';

/** A scale on the network that says what it is told to. */
export async function startScale() {
  const clients = new Set<net.Socket>();
  const got: string[] = [];
  const server = net.createServer((socket) => {
    clients.add(socket);
    socket.setEncoding('latin1');
    socket.on('data', (text: string) => got.push(text));
    socket.on('error', () => socket.destroy());
    socket.on('close', () => clients.delete(socket));
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as net.AddressInfo;
  return {
    port,
    got,
    say: (text: string) => clients.forEach((c) => c.write(text)),
    cut: () => clients.forEach((c) => c.destroy()),
    isCalled: () => expect.poll(() => clients.size).toBeGreaterThan(0),
    isCalledBy: (n: number) => expect.poll(() => clients.size).toBe(n),
    close: () => {
      server.close();
      clients.forEach((c) => c.destroy());
    },
  };
}
