import type { Router } from 'express';
import { ROUTES } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { mount, mountOpen } from '../platform/mount.js';
import { notFound } from '../platform/problem.js';
import { addMember, changeMember, changeOwnSecret, endSessions, resetSecret } from './commands/manage.js';
import { makeBadge, makeDayCode, signInByCode } from './commands/passes.js';
import { forgetSession, signIn, signOut } from './commands/sessions.js';
import { mustBeKnown } from './commands/tablets.js';
import { list } from './store/members.js';
import * as store from './store/people.js';

export function peopleRoutes(router: Router, app: AppContext): void {
  mountOpen(router, ROUTES.listNames, async ({ request }) => {
    await mustBeKnown(app, request);
    return store.listNames(app.db);
  });
  mountOpen(router, ROUTES.signIn, async ({ body, request }) => {
    await mustBeKnown(app, request);
    await signIn(app, body.personId, body.secret, request, responseOf(request));
    return mustFind(app, body.personId);
  });
  mountOpen(router, ROUTES.signInByCode, async ({ body, request }) => {
    await mustBeKnown(app, request);
    return mustFind(app, await signInByCode(app, body.code, request, responseOf(request)));
  });
  mount(router, ROUTES.makeDayCode, ({ person, body }) => makeDayCode(app, person, body.name));
  mount(router, ROUTES.makeBadge, ({ person, params }) => makeBadge(app, person, params.id));
  mount(router, ROUTES.me, async ({ person }) => person);
  mount(router, ROUTES.signOut, async ({ request }) => {
    await signOut(app, request, responseOf(request));
    return {};
  });
  mount(router, ROUTES.setOwnSecret, async ({ person, body, request }) => {
    await changeOwnSecret(app, person, body, request);
    return mustFind(app, person.id);
  });
  mount(router, ROUTES.listPeople, () => list(app.db, app.now()));
  mount(router, ROUTES.addPerson, ({ person, body }) => addMember(app, person, body));
  mount(router, ROUTES.changePerson, ({ person, params, body }) =>
    changeMember(app, person, params.id, body),
  );
  mount(router, ROUTES.setSecret, ({ person, params, body }) => resetSecret(app, person, params.id, body));
  mount(router, ROUTES.endSessions, ({ person, params }) => endSessions(app, person, params.id));
  mount(router, ROUTES.setPreferences, async ({ person, body, request }) => {
    await store.setPreferences(app.db, person.id, body);
    forgetSession(app, request);
    return mustFind(app, person.id);
  });
}

async function mustFind(app: AppContext, id: string) {
  const person = await store.findPerson(app.db, id);
  if (!person) throw notFound('This person');
  return person;
}

function responseOf(request: { res?: unknown }) {
  return request.res as Parameters<typeof signIn>[4];
}
