/** Serves one studio after another, as the built server serves its one, to whoever forked it: see `host.ts`. */
import { serveStudio, studioPlaces } from '../../server/dist/studioServer.js'

const open = new Map()

/** The day here, as in 2026-11-24. */
function today() {
  return new Date().toLocaleDateString('sv-SE')
}

const answers = {
  async open({ studio, folder, demo, today: day }) {
    const served = await serveStudio({
      places: studioPlaces({ VEIN_MEND_DATA: folder }),
      demo,
      port: 0,
      homePort: null,
      today: () => day ?? today(),
      openDemo: demo
        ? null
        : () => Promise.reject(new Error('only a server of its own opens the demo')),
      say: (sentence) => console.error(sentence),
      log: (error) => console.error(error),
    })
    open.set(studio, served)
    return { url: served.url }
  },
  async close({ studio }) {
    await open.get(studio)?.close()
    open.delete(studio)
    return {}
  },
}

process.on('message', ({ id, ask, ...question }) => {
  answers[ask](question).then(
    (answer) => process.send({ id, ...answer }),
    (error) => process.send({ id, error: String(error?.stack ?? error) }),
  )
})
process.on('disconnect', () => process.exit(0))
