/** Lets only this product's own pages write: a page from elsewhere must not act in the teacher's name. */
import type { RequestHandler } from 'express'

const READS = new Set(['GET', 'HEAD', 'OPTIONS'])

/** Names under which a loopback server may be asked; others mean a rebound name. */
const LOOPBACK = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/

export const onlyFromHere: RequestHandler = (req, res, next) => {
  const host = req.headers.host ?? ''
  const origin = req.headers.origin
  const foreign = origin !== undefined && origin !== `http://${host}`
  if (!LOOPBACK.test(host) || (!READS.has(req.method) && foreign)) {
    res.status(403).json({ error: { code: 'foreign_page', path: [] } })
    return
  }
  next()
}
