import { describe, expect, it } from 'vitest';
import { unitOf } from '../src/service-unit.js';

describe('the service of a shop', () => {
  const env = {
    PATH: '/opt/node/bin:/usr/bin',
    ZEST_PORT: '7400',
    ZEST_BACKUP_TO: '/mnt/second 100%',
    HOME: '/root',
  };
  const lines = unitOf({ root: '/srv/zest tally', data: '/srv/data', env }).split('\n');

  it('starts the shop where it lies, with what it is set up by and nothing else', () => {
    expect(lines).toContain('ExecStart="/srv/zest tally/zest" start');
    expect(lines.filter((l) => l.startsWith('Environment='))).toEqual([
      'Environment="PATH=/opt/node/bin:/usr/bin"',
      'Environment="ZEST_DATA=/srv/data"',
      'Environment="ZEST_PORT=7400"',
      'Environment="ZEST_BACKUP_TO=/mnt/second 100%%"',
    ]);
  });

  it('is started again when it ends, and given time to close its database', () => {
    for (const line of [
      'Restart=always',
      'KillMode=mixed',
      'TimeoutStopSec=600',
      'WantedBy=multi-user.target',
    ])
      expect(lines).toContain(line);
  });
});
