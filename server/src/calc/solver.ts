import { highsSolve, type Solve } from '@zest/core';

let loaded: Promise<Solve> | undefined;

/** HiGHS, loaded on first use and kept; one instance serves every solve of the process. */
export function solver(): Promise<Solve> {
  loaded ??= load();
  return loaded;
}

async function load(): Promise<Solve> {
  const { default: imported } = await import('highs');
  // The package ships a native module whose types are written for CommonJS, one `default` deeper.
  const loader = imported as unknown as typeof imported.default;
  return highsSolve(await loader());
}
