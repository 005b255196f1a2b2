import type { NextFunction, Request, Response } from 'express';
import { Problem } from './problems';

const OWN_NAMES = new Set(['127.0.0.1', 'localhost', '[::1]']);

function isOwn(host: string | undefined, port: number): boolean {
  const match = /^(\[[^\]]+\]|[^:]+)(?::(\d+))?$/.exec(host ?? '');
  return match !== null && OWN_NAMES.has(match[1]!) && Number(match[2] ?? 80) === port;
}

/**
 * Lets through only requests that mean this server: a foreign Host is another name made to point here,
 * a foreign Origin is another page reaching in.
 */
export function ownRequestsOnly(req: Request, _res: Response, next: NextFunction): void {
  const port = req.socket.localPort ?? 0;
  if (!isOwn(req.headers.host, port))
    throw new Problem(403, 'Foreign host', 'this server answers to its own address only');
  const { origin } = req.headers;
  if (origin !== undefined) {
    const url = URL.canParse(origin) ? new URL(origin) : undefined;
    if (url?.protocol !== 'http:' || !isOwn(url.host, port))
      throw new Problem(403, 'Foreign origin', 'another site may not use this server');
  }
  next();
}

/**
 * What another site's page may not reach, though it may lead a person to this one. Stands before what it guards,
 * however that is spelt.
 */
export function ownPagesOnly(req: Request, _res: Response, next: NextFunction): void {
  if (req.headers['sec-fetch-site'] === 'cross-site')
    throw new Problem(403, 'Foreign origin', 'another site may not use this server');
  next();
}
