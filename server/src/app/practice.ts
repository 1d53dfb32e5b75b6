import type { Router } from 'express';
import { ROUTES } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { mount } from '../platform/mount.js';

/** The invented shop beside this one: whoever started this process opens and closes it. */
export function practiceRoutes(router: Router, { launcher }: AppContext): void {
  mount(router, ROUTES.getPractice, () => launcher.practice('look'));
  mount(router, ROUTES.openPractice, () => launcher.practice('open'));
  mount(router, ROUTES.closePractice, () => launcher.practice('close'));
}
