/** Opens the demo studio beside the teacher's own: a server of its own on a port of its own, which ends with this one. */
import { spawn } from 'node:child_process'

/** A busy machine takes minutes to lay the demo's ten months. */
const OPEN_MS_MOST = 300_000
/** Said when it opens, and when it is open already. */
const OPEN_AT = /open (?:already )?at (http:\S+)/

function openedBy(args: readonly string[], env: NodeJS.ProcessEnv): Promise<string> {
  const child = spawn(process.execPath, args, { env, stdio: ['ignore', 'pipe', 'pipe'] })
  const end = () => child.kill()
  process.once('exit', end)
  return new Promise((done, fail) => {
    let said = ''
    const timer = setTimeout(() => {
      end()
      fail(new Error(`the demo did not open:\n${said}`))
    }, OPEN_MS_MOST)
    const listen = (chunk: Buffer) => {
      said += chunk.toString()
      const address = OPEN_AT.exec(said)?.[1]
      if (address === undefined) return
      clearTimeout(timer)
      done(address)
    }
    child.stdout.on('data', listen)
    child.stderr.on('data', listen)
    child.once('exit', () => {
      process.off('exit', end)
      clearTimeout(timer)
      fail(new Error(`the demo did not open:\n${said}`))
    })
  })
}

/** Opens the demo and tells its address; where it is open already, the address at which it is. */
export function demoOpener(): () => Promise<string> {
  const [, main = ''] = process.argv
  return () =>
    openedBy([...process.execArgv, main, '--demo'], {
      ...process.env,
      VEIN_MEND_PORT: '0',
      VEIN_MEND_HOME_PORT: '',
    })
}
