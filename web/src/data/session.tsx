import { useQuery, useQueryClient } from '@tanstack/react-query';
import { createContext, useCallback, useContext, useEffect, type ReactNode } from 'react';
import { ROUTES, type Person } from '@zest/contract';
import { ApiProblem, SIGNED_OUT, call } from './api.js';
import { forgetAnswers } from './offline.js';

export const SESSION_KEY = ['session'] as const;

const PersonContext = createContext<Person | undefined>(undefined);

/** Asks once who is signed in; shows one thing to somebody and another to nobody. */
export function SessionGate({ children, signIn }: { children: ReactNode; signIn: ReactNode }) {
  const client = useQueryClient();
  useEffect(() => {
    const end = () => client.setQueryData(SESSION_KEY, null);
    window.addEventListener(SIGNED_OUT, end);
    return () => window.removeEventListener(SIGNED_OUT, end);
  }, [client]);
  const session = useQuery({
    queryKey: SESSION_KEY,
    queryFn: async () => {
      try {
        return await call(ROUTES.me);
      } catch (error) {
        if (error instanceof ApiProblem && error.problem.status === 401) return null;
        throw error;
      }
    },
    staleTime: Infinity,
    retry: 2,
  });
  const nobody = session.data === null;
  useEffect(() => {
    if (nobody) void forgetAnswers();
  }, [nobody]);
  if (session.isPending) return null;
  if (!session.data) return signIn;
  return <PersonContext value={session.data}>{children}</PersonContext>;
}

/** The person signed in; only below {@link SessionGate}. */
export function usePerson(): Person {
  const person = useContext(PersonContext);
  if (!person) throw new Error('usePerson outside a session');
  return person;
}

/**
 * Leaves: nobody is signed in here any more, whether the server can be told or not, and nothing that was seen is
 * kept. The session itself stays watched, so that the screen follows.
 */
export function useLeave(): () => Promise<void> {
  const client = useQueryClient();
  return useCallback(async () => {
    await call(ROUTES.signOut).catch(() => undefined);
    client.setQueryData(SESSION_KEY, null);
    client.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== SESSION_KEY[0] });
  }, [client]);
}

/** Changes units or number style everywhere at once, then on the server. */
export function useSetPreferences(): (preferences: Pick<Person, 'units' | 'numberStyle'>) => void {
  const client = useQueryClient();
  return (preferences) => {
    client.setQueryData<Person | null>(SESSION_KEY, (person) => person && { ...person, ...preferences });
    void call(ROUTES.setPreferences, { body: preferences }).catch(() =>
      client.invalidateQueries({ queryKey: SESSION_KEY }),
    );
  };
}
