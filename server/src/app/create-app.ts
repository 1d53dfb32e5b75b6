import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import compression from 'compression';
import express, { type Express, type RequestHandler } from 'express';
import rateLimit from 'express-rate-limit';
import helmet from 'helmet';
import { pinoHttp } from 'pino-http';
import { LIVE_PATH, ROUTES, openApiDocument } from '@zest/contract';
import { batchRoutes, leftOver, madeBatches, standingOf } from '../batches/index.js';
import { benchRoutes } from '../bench/index.js';
import { calcRoutes } from '../calc/index.js';
import { blendRoutes } from '../blend/index.js';
import { coldRoomRoutes } from '../cold-room/index.js';
import { deviceRoutes } from '../devices/index.js';
import { peopleRoutes, readSession, sessionKey, tabletRoutes } from '../people/index.js';
import type { AppContext } from '../platform/app-context.js';
import { errorHandler } from '../platform/error-handler.js';
import { ownHostOnly } from '../platform/hosts.js';
import { mount, mountOpen, signedIn } from '../platform/mount.js';
import { HttpProblem } from '../platform/problem.js';
import { chosenBook, currency, shopName, timeZone } from '../platform/settings.js';
import { readShop, setShop } from './own-shop.js';
import { practiceRoutes } from './practice.js';
import { recordRoutes } from '../records/index.js';
import { recipeRoutes } from '../recipes/index.js';

const BODY_LIMIT = '1mb';
/** Addresses that take a file in base64 or a long list. */
const WITH_FILES = ['/deliveries', '/lots/:id/photos', '/recipe-imports'];
const FILE_LIMIT = '4mb';
/** Lists are packed while somebody waits for them: less packing is sooner there in a shop's own network. */
const FAST = 1;
/** Calculations may take the processor for a while; this many a minute from one address. */
const CALCULATIONS_A_MINUTE = 600;

/** The HTTP application: interface files, the API, live events, problem details. */
export function createApp(app: AppContext): Express {
  const server = express();
  server.disable('x-powered-by');
  if (app.config.logLevel === 'debug') server.use(pinoHttp({ logger: app.log }));
  server.use(ownHostOnly(app.config.hosts));
  server.use('/api/v1', asData, api(app));
  server.use(withNonce, securityHeaders());
  if (app.config.webRoot) serveInterface(server, app.config.webRoot);
  server.use((req) => {
    throw new HttpProblem(404, 'not-found', `There is nothing at ${req.path}.`);
  });
  server.use(errorHandler(app.log));
  return server;
}

function api(app: AppContext): express.Router {
  const router = express.Router();
  router.use(sameOriginOnly);
  router.use(WITH_FILES, express.json({ limit: FILE_LIMIT }));
  router.use(express.json({ limit: BODY_LIMIT }));
  mountOpen(router, ROUTES.health, async () => ({
    status: 'ok' as const,
    shop: await shopName(app.db),
    demo: app.config.demo,
    ruleBook: await chosenBook(app.db),
    currency: await currency(app.db),
    timeZone: await timeZone(app.db),
  }));
  router.get('/openapi.json', (_req, res) => {
    res.json(openApiDocument());
  });
  router.use(readSession(app));
  mount(router, ROUTES.getShop, () => readShop(app));
  practiceRoutes(router, app);
  mount(router, ROUTES.setShop, ({ person, body }) => setShop(app, person, body));
  router.get(LIVE_PATH.replace('/api/v1', ''), async (req, res) => {
    const person = signedIn(req);
    await app.hub.add(res, { session: sessionKey(app, req), personId: person.id });
    req.socket.setNoDelay(true);
  });
  // A weight passes nothing that it does not need.
  benchRoutes(router, app);
  router.use(
    compression({
      level: FAST,
      filter: (req, res) => req.path !== '/events' && compression.filter(req, res),
    }),
  );
  router.use(
    '/calc',
    rateLimit({ windowMs: 60_000, limit: CALCULATIONS_A_MINUTE, legacyHeaders: false, handler: tooMany }),
  );
  peopleRoutes(router, app);
  tabletRoutes(router, app);
  recordRoutes(router, app);
  coldRoomRoutes(router, app, { standingOf, leftOver });
  blendRoutes(router, app);
  recipeRoutes(router, app, (recipeId) => madeBatches(app, recipeId));
  batchRoutes(router, app);
  deviceRoutes(router, app);
  calcRoutes(router);
  return router;
}

const tooMany: RequestHandler = () => {
  throw new HttpProblem(429, 'too-many', 'Too many calculations in a minute; wait a moment.');
};

/** A page of another site cannot write here, whatever cookies the browser would send. */
const sameOriginOnly: RequestHandler = (req, _res, next) => {
  const origin = req.headers.origin;
  const foreign =
    origin !== undefined && (!URL.canParse(origin) || new URL(origin).host !== req.headers.host);
  if (foreign && req.method !== 'GET') {
    throw new HttpProblem(403, 'foreign-origin', 'Requests from other sites are refused.');
  }
  next();
};

/** An answer of the interface is data: never a page, a script or a frame of anybody. */
const asData: RequestHandler = (_req, res, next) => {
  res.setHeader('X-Content-Type-Options', 'nosniff');
  // Nobody but the browser that asked keeps it, and it asks again before it shows it.
  res.setHeader('Cache-Control', 'private, no-cache');
  res.setHeader('Content-Security-Policy', "default-src 'none'; frame-ancestors 'none'");
  next();
};

const withNonce: RequestHandler = (_req, res, next) => {
  res.locals['nonce'] = randomBytes(16).toString('base64');
  next();
};

function securityHeaders(): RequestHandler {
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        styleSrc: ["'self'", (_req, res) => `'nonce-${String((res as express.Response).locals['nonce'])}'`],
        styleSrcAttr: ["'unsafe-inline'"],
        imgSrc: ["'self'", 'data:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        manifestSrc: ["'self'"],
        workerSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: false,
  });
}

function serveInterface(server: Express, root: string): void {
  server.get('/assets/*path', precompressed(root));
  server.use(
    '/assets',
    express.static(path.join(root, 'assets'), { immutable: true, maxAge: '1y', index: false }),
  );
  server.use(express.static(root, { index: false }));
  server.get('/*path', sendPage(root));
  server.get('/', sendPage(root));
}

/** Sends the .gz file that the build left beside a large asset. */
function precompressed(root: string): RequestHandler {
  return (req, res, next) => {
    if (
      !/\.(js|css|wasm)$/.test(req.path) ||
      !/\bgzip\b/.test(String(req.headers['accept-encoding'] ?? ''))
    ) {
      next();
      return;
    }
    const file = path.join(root, path.normalize(req.path));
    res.type(path.extname(file));
    res.setHeader('Vary', 'Accept-Encoding');
    res.sendFile(
      `${file}.gz`,
      { immutable: true, maxAge: '1y', headers: { 'Content-Encoding': 'gzip' } },
      (error) => {
        if (!error || res.headersSent) return;
        res.removeHeader('Content-Encoding');
        next();
      },
    );
  };
}

function sendPage(root: string): RequestHandler {
  return async (req, res, next) => {
    if (req.path.startsWith('/api/') || path.extname(req.path) !== '') {
      next();
      return;
    }
    const page = await readFile(path.join(root, 'index.html'), 'utf8');
    res.setHeader('Cache-Control', 'no-cache');
    res.type('html').send(page.replaceAll('__NONCE__', String(res.locals['nonce'])));
  };
}
