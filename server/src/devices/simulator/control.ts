import net from 'node:net';

/** Sends one line to the control port of the simulated devices. */
export function playLine(controlPort: number, text: string): boolean {
  const socket = net.connect(controlPort, '127.0.0.1');
  socket.on('error', () => socket.destroy());
  socket.end(`${text}\n`);
  return true;
}
