/**
 * Something worked out of a list or of facts once: they never change, so each is the key of what follows from it, and is
 * forgotten together with it.
 */
export function once<K extends object, V>(workOut: (of: K) => V): (of: K) => V {
  const known = new WeakMap<K, { value: V }>();
  return (of) => {
    const found = known.get(of);
    if (found) return found.value;
    const value = workOut(of);
    known.set(of, { value });
    return value;
  };
}
