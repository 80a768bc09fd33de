/** Lets only this product's own pages write: a page from elsewhere must not act in the teacher's name. */
import type { Request, RequestHandler, Response } from 'express'

const READS = new Set(['GET', 'HEAD', 'OPTIONS'])

/** Names under which a loopback server may be asked; others mean a rebound name. */
const LOOPBACK = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/

function writesFromElsewhere(req: Request): boolean {
  const { host = '', origin } = req.headers
  return !READS.has(req.method) && origin !== undefined && origin !== `http://${host}`
}

const refuse = (res: Response) => {
  res.status(403).json({ error: { code: 'foreign_page', path: [] } })
}

export const onlyFromHere: RequestHandler = (req, res, next) => {
  if (!LOOPBACK.test(req.headers.host ?? '') || writesFromElsewhere(req)) refuse(res)
  else next()
}

/** For pages that other machines may open: they may write, other pages may not. */
export const ownPagesOnly: RequestHandler = (req, res, next) => {
  if (writesFromElsewhere(req)) refuse(res)
  else next()
}
