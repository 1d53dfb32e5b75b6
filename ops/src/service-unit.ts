export const UNIT_NAME = 'zest-tally.service';

/** What of the environment the shop is set up by; the rest is the service's own. */
const KEPT = [
  'ZEST_PORT',
  'ZEST_HOSTS',
  'ZEST_BACKUP_TO',
  'ZEST_BACKUP_PASSPHRASE',
  'ZEST_HTTPS_PORT',
  'ZEST_TRUST_PORT',
  'ZEST_LOG',
  'DATABASE_URL',
  'DATABASE_OWNER_URL',
] as const;

/**
 * The unit of systemd that keeps a shop running: started with the machine, started again when it ends, and told to
 * end before anything is taken away from it – a database that is closed in good order may take minutes.
 */
export function unitOf({ root, data, env }: { root: string; data: string; env: NodeJS.ProcessEnv }): string {
  const settings = [
    ['PATH', env['PATH'] ?? '/usr/local/sbin:/usr/local/bin:/usr/sbin:/usr/bin:/sbin:/bin'],
    ['ZEST_DATA', data],
    ...KEPT.flatMap((name) => (env[name] ? [[name, env[name]]] : [])),
  ] as [string, string][];
  return [
    '[Unit]',
    'Description=Zest Tally',
    'After=network.target local-fs.target',
    '',
    '[Service]',
    `WorkingDirectory=${root}`,
    `ExecStart=${quoted(`${root}/zest`)} start`,
    ...settings.map(([name, value]) => `Environment=${quoted(`${name}=${value}`)}`),
    'Restart=always',
    'RestartSec=5',
    'KillMode=mixed',
    'TimeoutStartSec=infinity',
    'TimeoutStopSec=600',
    '',
    '[Install]',
    'WantedBy=multi-user.target',
    '',
  ].join('\n');
}

/** As systemd reads it: percent signs are doubled, quotes and backslashes escaped. */
function quoted(text: string): string {
  return `"${text.replaceAll('%', '%%').replaceAll('\\', '\\\\').replaceAll('"', '\\"')}"`;
}
