import dns from 'node:dns';
import net from 'node:net';

/** Addresses of this machine and of the network it stands in: a device is nowhere else. RFC 1918, 3927, 4193, 4291. */
const NEARBY = new net.BlockList();
NEARBY.addSubnet('127.0.0.0', 8);
NEARBY.addSubnet('10.0.0.0', 8);
NEARBY.addSubnet('172.16.0.0', 12);
NEARBY.addSubnet('192.168.0.0', 16);
NEARBY.addSubnet('169.254.0.0', 16);
NEARBY.addAddress('::1', 'ipv6');
NEARBY.addSubnet('fc00::', 7, 'ipv6');
NEARBY.addSubnet('fe80::', 10, 'ipv6');

/** Whether an address is one of the shop's own network. */
export function isNearby(address: string): boolean {
  const family = net.isIP(address);
  return family !== 0 && NEARBY.check(address, family === 6 ? 'ipv6' : 'ipv4');
}

/** Looks a name up as a connection does, and refuses one that leads out of the shop's network. */
export const lookUpNearby: net.LookupFunction = (hostname, options, callback) => {
  dns.lookup(hostname, { ...options, all: true }, (error, addresses) => {
    const found = error ? [] : addresses.filter(({ address }) => isNearby(address));
    const [first] = found;
    if (!first) {
      callback(error ?? new Error(`${hostname} is not in the shop's network`), '', 4);
    } else if (options.all) callback(null, found);
    else callback(null, first.address, first.family);
  });
};
