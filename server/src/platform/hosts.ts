import type { Request, RequestHandler } from 'express';
import { HttpProblem } from './problem.js';

const OWN_HOST = /^(127\.\d{1,3}\.\d{1,3}\.\d{1,3}|localhost|\[::1\])$/;
const OWN_ADDRESS = /^(::1|(::ffff:)?127\.\d{1,3}\.\d{1,3}\.\d{1,3})$/;

const hostOf = (req: Request): string => (req.headers.host ?? '').toLowerCase().replace(/:\d+$/, '');

/**
 * Whether it is asked from beyond this machine: over the network, whatever name the asker gives, or under a name that
 * is not the machine's own to itself, as a proxy passes it on.
 */
export function isBeyond(req: Request): boolean {
  return !OWN_ADDRESS.test(req.socket.remoteAddress ?? '') || !OWN_HOST.test(hostOf(req));
}

/** Who reaches it under a name that is not its own was led here by somebody else's name server. */
export function ownHostOnly(hosts: readonly string[]): RequestHandler {
  return (req, _res, next) => {
    if (isBeyond(req) && !hosts.includes(hostOf(req))) {
      throw new HttpProblem(
        421,
        'unknown-host',
        'This shop is not reached under that name. Name it with ./zest start --host if it is meant to be.',
      );
    }
    next();
  };
}
