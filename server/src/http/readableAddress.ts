/** Turns away addresses that no page of ours has. */
import type { RequestHandler } from 'express'

/** No name and no day has a letter of number nought; in the studio's file it would end a question early. */
export const readableAddress: RequestHandler = (req, res, next) => {
  if (/%00|\0/.test(req.url)) {
    res.status(400).json({ error: { code: 'not_understood', path: [] } })
  } else next()
}
