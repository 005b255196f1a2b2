import express, { Router } from 'express';
import * as v from 'valibot';
import { Rack, Reel } from '#core/harness/index';
import { Id } from '#core/text/scalars';
import type { RackStore } from '../store/rack';
import { checked } from './checked';
import { Problem } from './problems';

const { soldMm, keepMm } = Rack.entries;
/** A reel, and the hash of the one it takes the place of; null: it is new. */
const ReelBody = v.strictObject({ reel: Reel, over: v.nullable(v.string()) });

/** The reels of the workshop. */
export function rackRoutes(rack: RackStore): Router {
  const routes = Router();
  routes.param('id', (_req, _res, next, id: string) => {
    if (!v.is(Id, id)) throw new Problem(404, 'No such reel', 'no reel has such an id');
    next();
  });
  routes.get('/', async (_req, res) => {
    res.json(await rack.read());
  });
  routes.put('/', express.json({ limit: '10kb' }), async (req, res) => {
    res.json((await rack.buy(checked(v.strictObject({ soldMm, keepMm }), req.body))).rack);
  });
  const put = async (id: string, reel: Parameters<RackStore['put']>[1], seen: string | null) => {
    const { taken, rack: there } = await rack.put(id, reel, seen);
    if (!taken) throw new Problem(409, 'Changed meanwhile', 'this reel is another by now', { rack: there });
    return there;
  };
  routes.put('/reels/:id', express.json({ limit: '10kb' }), async (req, res) => {
    const body = checked(ReelBody, req.body);
    res.json(await put(req.params.id, body.reel, body.over));
  });
  routes.delete('/reels/:id', express.json({ limit: '10kb' }), async (req, res) => {
    res.json(await put(req.params.id, undefined, checked(v.strictObject({ over: v.string() }), req.body).over));
  });
  return routes;
}
