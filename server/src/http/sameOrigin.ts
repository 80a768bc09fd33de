/** Lets only this product's own pages write: a page from elsewhere must not act in the teacher's name. */
import type { Request, RequestHandler, Response } from 'express'

const READS = new Set(['GET', 'HEAD', 'OPTIONS'])

/** Names under which a loopback server may be asked; others mean a rebound name. */
const LOOPBACK = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/

/** What a browser says of pages that are not ours; where it says nothing, no browser asks. */
const ELSEWHERE = new Set(['cross-site', 'same-site'])

function isNavigation(req: Request): boolean {
  return READS.has(req.method) && req.headers['sec-fetch-mode'] === 'navigate'
}

/** Whether the page was had from where it now asks; a door in front of us may have made it a secure one. */
const isOurs = (origin: string, host: string) =>
  origin === `http://${host}` || origin === `https://${host}`

/** A page from elsewhere writes, or has something of a student put into itself. */
function asksFromElsewhere(req: Request): boolean {
  const { host = '', origin } = req.headers
  const site = req.headers['sec-fetch-site']
  const foreign = typeof site === 'string' && ELSEWHERE.has(site)
  // A link to us from elsewhere may be followed.
  if (foreign && !isNavigation(req)) return true
  return !READS.has(req.method) && origin !== undefined && !isOurs(origin, host)
}

const refuse = (res: Response) => {
  res.status(403).json({ error: { code: 'foreign_page', path: [] } })
}

export const onlyFromHere: RequestHandler = (req, res, next) => {
  if (!LOOPBACK.test(req.headers.host ?? '') || asksFromElsewhere(req)) refuse(res)
  else next()
}

/** For pages that other machines may open: they may write, other pages may not. */
export const ownPagesOnly: RequestHandler = (req, res, next) => {
  if (asksFromElsewhere(req)) refuse(res)
  else next()
}
