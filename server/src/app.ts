/** The whole server as a value: dependencies in, Express application out. */
import { extname, join } from 'node:path'
import compression from 'compression'
import express from 'express'
import type { Express, RequestHandler } from 'express'
import helmet from 'helmet'
import { answerErrors } from './http/errors'
import { homeRoutes } from './http/homeRoutes'
import { readableAddress } from './http/readableAddress'
import { apiRoutes } from './http/routes'
import { onlyFromHere, ownPagesOnly } from './http/sameOrigin'
import type { Deps } from './usecases/deps'

export interface AppOptions extends Deps {
  /** Folder of the built pages; null when pages are served elsewhere. */
  readonly webFolder: string | null
  readonly log: (error: unknown) => void
}

const YEAR_MS = 365 * 24 * 3600 * 1000

const LOOPBACK = new Set(['127.0.0.1', '::1', '::ffff:127.0.0.1'])

/** Answers are packed for the network; to this machine itself packing five megabytes only costs a tenth of a second. */
function packed(): RequestHandler {
  return compression({
    filter: (req, res) =>
      !LOOPBACK.has(req.socket.remoteAddress ?? '') && compression.filter(req, res),
  })
}

/** Headers every answer has. */
function bareApp(): Express {
  const app = express()
  app.disable('x-powered-by')
  app.use(readableAddress)
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'default-src': ["'self'"],
          // Charts and positioned parts set inline styles.
          'style-src': ["'self'", "'unsafe-inline'"],
          'img-src': ["'self'", 'data:'],
          'worker-src': ["'self'"],
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  )
  return app
}

function servePages(app: Express, folder: string): void {
  app.use('/assets', express.static(join(folder, 'assets'), { immutable: true, maxAge: YEAR_MS }))
  app.use(express.static(folder, { index: false }))
  app.get('/{*splat}', (req, res) => {
    // Every address of a screen is the same page; a file that is not there is not there.
    if (req.path.startsWith('/assets/') || extname(req.path) !== '') res.sendStatus(404)
    else res.sendFile(join(folder, 'index.html'))
  })
}

/**
 * The page at home alone, for phones in the same network: without a valid link it answers nothing about
 * anybody, and no address of the studio is behind it.
 */
export function createHomeApp(options: AppOptions): Express {
  const app = bareApp()
  app.use(ownPagesOnly)
  app.use(packed())
  app.use('/api/home', homeRoutes(options))
  app.use('/api', (_req, res) => {
    res.status(404).json({ error: { code: 'unknown_address', path: [] } })
  })
  if (options.webFolder !== null) servePages(app, options.webFolder)
  app.use(answerErrors(options.log))
  return app
}

export function createApp(options: AppOptions): Express {
  const app = bareApp()
  app.use(onlyFromHere)
  app.use(packed())
  app.use('/api', apiRoutes(options))
  if (options.webFolder !== null) servePages(app, options.webFolder)
  app.use(answerErrors(options.log))
  return app
}
