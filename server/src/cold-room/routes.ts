import type { Router } from 'express';
import { ROUTES } from '@zest/contract';
import { addCasing, listCasings } from './store/casings.js';
import type { AppContext } from '../platform/app-context.js';
import { mount, signedIn } from '../platform/mount.js';
import { notFound } from '../platform/problem.js';
import { shopBook } from '../platform/settings.js';
import { returnLot, sellLot } from './commands/customers.js';
import { readDeliveryNote } from './delivery-note.js';
import { addFatTest, listFatTests, readFatTest, reverseFatTest } from './commands/fat-tests.js';
import { addIngredient, receiveGoods } from './commands/goods.js';
import { readLot } from './store/lot-detail.js';
import { readOutlook } from './outlook.js';
import { mergeLots, splitLot } from './commands/part-and-join.js';
import { prepareLot } from './commands/prepare-lot.js';
import { produceLot } from './commands/produce.js';
import { listRework, type BatchesKnow } from './rework.js';
import { receiveDelivery, receiveLot } from './commands/receive.js';
import { answerParasites } from './commands/answer-parasites.js';
import { addPhoto, changeState, imageType, moveLot, setLotStatus } from './commands/status.js';
import { countLot, writeOffLot } from './commands/stock-take.js';
import { findLots, listLots, toLot } from './store/lots.js';
import { addTrim, listTrims } from './store/trims.js';
import { shopTime } from '../platform/shop-time.js';
import { listTickets } from './store/customers.js';
import { listParties } from './store/parties.js';
import { findItem, listGoods } from './store/goods.js';
import { listPreparations } from './store/preparations.js';
import { stockOf } from './store/stock.js';
import { readPhoto } from './store/status.js';

export function coldRoomRoutes(router: Router, app: AppContext, { standingOf, leftOver }: BatchesKnow): void {
  const detail = (id: string) => readLot(app.db, id, app.now());
  const found = async (id: string) => {
    void app.hub.poll();
    const [row] = await findLots(app.db, [id]);
    if (!row) throw notFound('This lot');
    return toLot(row, await shopTime(app.db, app.now()));
  };
  const after = async (id: string) => {
    void app.hub.poll();
    return detail(id);
  };

  mount(router, ROUTES.listLots, () => listLots(app.db, app.now()));
  mount(router, ROUTES.listTrims, async () => listTrims(app.db, await shopBook(app.db)));
  mount(router, ROUTES.addTrim, ({ person, body }) => addTrim(app, person, body));
  mount(router, ROUTES.receiveLot, async ({ person, body }) => {
    await receiveLot(app, person, body);
    return found(body.id);
  });
  mount(router, ROUTES.receiveDelivery, async ({ person, body }) => {
    await receiveDelivery(app, person, body);
    void app.hub.poll();
    const rows = await findLots(
      app.db,
      body.lots.map((l) => l.id),
    );
    const time = await shopTime(app.db, app.now());
    return rows.map((row) => toLot(row, time));
  });
  mount(router, ROUTES.readDeliveryNote, async ({ person, body }) => ({
    lines: await readDeliveryNote(app, person, body.note, body.defaults),
  }));
  mount(router, ROUTES.produceLot, async ({ person, body }) => {
    await produceLot(app, person, body, { standingOf, leftOver });
    return found(body.id);
  });
  mount(router, ROUTES.mergeLots, async ({ person, body }) => {
    await mergeLots(app, person, body);
    return found(body.id);
  });
  mount(router, ROUTES.getLot, ({ params }) => detail(params.id));
  mount(router, ROUTES.setLotStatus, async ({ person, params, body }) => {
    await setLotStatus(app, person, params.id, body);
    return after(params.id);
  });
  mount(router, ROUTES.answerParasites, async ({ person, params, body }) => {
    await answerParasites(app, person, params.id, body);
    return after(params.id);
  });
  mount(router, ROUTES.moveLot, async ({ person, params, body }) => {
    await moveLot(app, person, params.id, body);
    return after(params.id);
  });
  mount(router, ROUTES.changeState, async ({ person, params, body }) => {
    await changeState(app, person, params.id, body);
    return after(params.id);
  });
  mount(router, ROUTES.addLotPhoto, async ({ person, params, body }) => {
    await addPhoto(app, person, params.id, body);
    return after(params.id);
  });
  router.get('/lot-photos/:id', async (request, response) => {
    signedIn(request);
    const image = await readPhoto(app.db, request.params.id);
    const type = image && imageType(image);
    if (!image || !type) throw notFound('This picture');
    response.type(type).set('Cache-Control', 'private, max-age=86400').send(image);
  });
  mount(router, ROUTES.prepareLot, async ({ person, params, body }) => {
    await prepareLot(app, person, params.id, body);
    return { source: await after(params.id), usable: body.usableMg > 0 ? await found(body.id) : null };
  });
  mount(router, ROUTES.listPreparations, () => listPreparations(app.db, app.now()));
  mount(router, ROUTES.splitLot, async ({ person, params, body }) => {
    await splitLot(app, person, params.id, body);
    return { source: await after(params.id), part: await found(body.id) };
  });
  mount(router, ROUTES.countLot, async ({ person, params, body }) => {
    await countLot(app, person, params.id, body);
    void app.hub.poll();
    return { difference: (await stockOf(app.db, params.id)).difference };
  });
  mount(router, ROUTES.writeOffLot, async ({ person, params, body }) => {
    await writeOffLot(app, person, params.id, body);
    void app.hub.poll();
    return { left: (await stockOf(app.db, params.id)).left };
  });
  mount(router, ROUTES.sellLot, async ({ person, params, body }) => {
    await sellLot(app, person, params.id, body);
    return found(body.id);
  });
  mount(router, ROUTES.returnLot, async ({ person, params, body }) => {
    await returnLot(app, person, params.id, body);
    return after(params.id);
  });
  mount(router, ROUTES.listRework, () => listRework(app.db, leftOver));
  mount(router, ROUTES.listParties, () => listParties(app.db));
  mount(router, ROUTES.listTickets, () => listTickets(app.db, app.now()));
  fatTestRoutes(router, app);
  goodsRoutes(router, app);
}

function fatTestRoutes(router: Router, app: AppContext): void {
  mount(router, ROUTES.listFatTests, () => listFatTests(app.db));
  mount(router, ROUTES.addFatTest, async ({ person, body }) => {
    await addFatTest(app, person, body);
    void app.hub.poll();
    return readFatTest(app.db, body.id);
  });
  mount(router, ROUTES.reverseFatTest, async ({ person, params, body }) => {
    await reverseFatTest(app, person, params.id, body);
    void app.hub.poll();
    return readFatTest(app.db, params.id);
  });
}

function goodsRoutes(router: Router, app: AppContext): void {
  mount(router, ROUTES.listGoods, () => listGoods(app.db, app.now()));
  mount(router, ROUTES.listCasings, () => listCasings(app.db));
  mount(router, ROUTES.addCasing, async ({ person, body }) => {
    await addCasing(app, person, body);
    return { id: body.id };
  });
  mount(router, ROUTES.addIngredient, async ({ person, body }) => {
    await addIngredient(app, person, body);
    return findItem(app.db, app.now(), body.id);
  });
  mount(router, ROUTES.receiveGoods, async ({ person, body }) => {
    await receiveGoods(app, person, body);
    void app.hub.poll();
    return findItem(app.db, app.now(), body.itemId);
  });
  mount(router, ROUTES.getOutlook, () => readOutlook(app.db, app.now()));
}
