import { useEffect } from 'react';
import { ROUTES } from '@zest/contract';
import { deviceQueue } from '../areas/bench/queue/device-queue.js';
import { call } from '../data/api.js';
import { usePerson } from '../data/session.js';

/** A device is heard so often; the lead sees one that is not. */
const HEARD_MS = 45_000;

/** Says to the shop that this device is there, and how much waits on it. */
export function Presence() {
  const { id } = usePerson();
  useEffect(() => {
    const say = async () => {
      await deviceQueue.load();
      await call(ROUTES.hearTablet, { body: { waiting: deviceQueue.entries.length } }).catch(() => undefined);
    };
    void say();
    const timer = window.setInterval(() => void say(), HEARD_MS);
    return () => window.clearInterval(timer);
  }, [id]);
  return null;
}
