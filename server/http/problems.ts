import type { NextFunction, Request, Response } from 'express';
import { DocumentError, OperationError } from '#core/document/fault';
import { BadPhotoError } from '#formats/pictures';

/** A request refused, as RFC 9457 has it; `more` members are sent along. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    detail: string,
    readonly more: Record<string, unknown> = {},
  ) {
    super(detail);
  }
}

function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error;
  if (error instanceof DocumentError)
    return new Problem(422, 'The job is not valid', error.message, { problems: error.problems });
  if (error instanceof OperationError)
    return new Problem(422, 'The operation does not apply', error.message, { operation: error.operation });
  if (error instanceof BadPhotoError) return new Problem(422, 'The photograph is not taken', error.message);
  const { status, title, type, message, more } = (error ?? {}) as {
    status?: number;
    title?: string;
    type?: string;
    message?: string;
    more?: Record<string, unknown>;
  };
  // What refuses says how.
  if (status !== undefined && title !== undefined) return new Problem(status, title, message ?? title, more);
  if (type === 'entity.too.large') return new Problem(413, 'Too large', 'the body is over the limit of this address');
  if (type === 'entity.parse.failed') return new Problem(400, 'Not JSON', message ?? 'the body is not JSON');
  if (status !== undefined && status >= 400 && status < 500)
    return new Problem(status, 'Refused', message ?? 'refused');
  const code = (error as NodeJS.ErrnoException | undefined)?.code;
  // What the database cannot hold, should any get so far: bad text, a figure out of range, JSON that is none.
  if (code !== undefined && /^22[0-9A-Z]{3}$/.test(code))
    return new Problem(422, 'The database cannot hold this', message ?? 'a text or figure it cannot hold');
  if (code === '23505')
    return new Problem(422, 'Used before', 'saveId: expected one that no other save of this job has had');
  // 53100: the same disk, told by the database.
  if (code === 'ENOSPC' || code === 'EDQUOT' || code === '53100')
    return new Problem(507, 'Disk full', 'the disk of the data folder is full; nothing was saved');
  if (code === 'EROFS' || code === 'EACCES')
    return new Problem(507, 'Folder cannot be written', 'the data folder cannot be written; nothing was saved');
  return new Problem(500, 'Something failed here', 'the server could not do this; its log says why');
}

export function sendProblem(error: unknown, req: Request, res: Response, next: NextFunction): void {
  if (res.headersSent) return next(error);
  const problem = asProblem(error);
  if (problem.status >= 500) req.log?.error({ err: error }, problem.title);
  res
    .status(problem.status)
    .type('application/problem+json')
    .send(
      JSON.stringify({
        type: 'about:blank',
        title: problem.title,
        status: problem.status,
        detail: problem.message,
        ...problem.more,
      }),
    );
}
