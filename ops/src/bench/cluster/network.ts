import { quiet } from '../../run.js';

/** Several hosts on one machine: network namespaces on a bridge, each with a line that can be cut. */
export interface Network {
  /** Address of a host, counted from 0. */
  address: (host: number) => string;
  /** How a program is started there. */
  inside: (host: number, program: string, args: readonly string[]) => [string, string[]];
  cut: (host: number, isCut: boolean) => Promise<void>;
  remove: () => Promise<void>;
}

/**
 * Makes so many hosts, reached from this machine and from nowhere else.
 * @throws Failure where this account may not make namespaces
 */
export async function hostsOf(count: number): Promise<Network> {
  const tag = `z${process.pid % 10_000}`;
  const bridge = `${tag}b`;
  const net = `10.204.${1 + (process.pid % 250)}`;
  const ip = (...args: string[]) => quiet('ip', args, 'Making a network for the cluster (it needs root)');
  const name = (host: number) => `${tag}n${host}`;
  const line = (host: number) => `${tag}l${host}`;
  const hosts = Array.from({ length: count }, (_, host) => host);
  const remove = async () => {
    for (const host of hosts) await ip('netns', 'del', name(host)).catch(() => undefined);
    await ip('link', 'del', bridge).catch(() => undefined);
  };
  try {
    await ip('link', 'add', bridge, 'type', 'bridge');
    await ip('addr', 'add', `${net}.1/24`, 'dev', bridge);
    await ip('link', 'set', bridge, 'up');
    for (const host of hosts) {
      const inner = `${line(host)}i`;
      await ip('netns', 'add', name(host));
      await ip('link', 'add', line(host), 'type', 'veth', 'peer', 'name', inner);
      await ip('link', 'set', inner, 'netns', name(host));
      await ip('link', 'set', line(host), 'master', bridge, 'up');
      const within = (...args: string[]) => ip('netns', 'exec', name(host), 'ip', ...args);
      await within('addr', 'add', `${net}.${10 + host}/24`, 'dev', inner);
      await within('link', 'set', inner, 'up');
      await within('link', 'set', 'lo', 'up');
    }
  } catch (error) {
    await remove();
    throw error;
  }
  return {
    address: (host) => `${net}.${10 + host}`,
    inside: (host, program, args) => ['ip', ['netns', 'exec', name(host), program, ...args]],
    cut: async (host, isCut) => void (await ip('link', 'set', line(host), isCut ? 'down' : 'up')),
    remove,
  };
}
