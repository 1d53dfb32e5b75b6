/** Where it is kept who has signed in at this browser. */
const KEY = 'zest-signed-in-here';

type Kept = Pick<Storage, 'getItem' | 'setItem'>;

/** Writes down that somebody is signed in here; a device of several is shared. */
export function noteSignedIn(store: Kept, personId: string): void {
  const here = peopleHere(store);
  if (!here.includes(personId)) store.setItem(KEY, JSON.stringify([...here, personId]));
}

/** Whether more than one person has signed in at this browser. */
export function isShared(store: Kept): boolean {
  return peopleHere(store).length > 1;
}

function peopleHere(store: Kept): string[] {
  try {
    const here: unknown = JSON.parse(store.getItem(KEY) ?? '[]');
    return Array.isArray(here) ? here.filter((id) => typeof id === 'string') : [];
  } catch {
    return [];
  }
}
