/** The whole server as a value: dependencies in, Express application out. */
import { join } from 'node:path'
import compression from 'compression'
import express from 'express'
import type { Express } from 'express'
import helmet from 'helmet'
import { answerErrors } from './http/errors'
import { apiRoutes } from './http/routes'
import { onlyFromHere } from './http/sameOrigin'
import type { Deps } from './usecases/deps'

export interface AppOptions extends Deps {
  /** Folder of the built pages; null when pages are served elsewhere. */
  readonly webFolder: string | null
  readonly log: (error: unknown) => void
}

const YEAR_MS = 365 * 24 * 3600 * 1000

export function createApp(options: AppOptions): Express {
  const app = express()
  app.disable('x-powered-by')
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
  app.use(onlyFromHere)
  app.use(compression())
  app.use('/api', apiRoutes(options))
  if (options.webFolder !== null) {
    const folder = options.webFolder
    app.use('/assets', express.static(join(folder, 'assets'), { immutable: true, maxAge: YEAR_MS }))
    app.use(express.static(folder, { index: false }))
    app.get('/{*splat}', (_req, res) => {
      res.sendFile(join(folder, 'index.html'))
    })
  }
  app.use(answerErrors(options.log))
  return app
}
