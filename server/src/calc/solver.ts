import { highsSolve, type HighsLike, type Solve } from '@zest/core';

let loaded: Promise<Solve> | undefined;

/** HiGHS, loaded on first use and kept; one instance serves every solve of the process. */
export function solver(): Promise<Solve> {
  loaded ??= load();
  return loaded;
}

async function load(): Promise<Solve> {
  const { default: imported } = await import('highs');
  // The package's types are written for CommonJS; under ES modules the loader is the default itself.
  const loader: unknown = imported;
  return highsSolve(await (loader as () => Promise<HighsLike>)());
}
