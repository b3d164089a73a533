import { spawn } from 'node:child_process'
import { createInterface } from 'node:readline'
import { moment, zone } from './moment'

/** Starts the real binary on a throwaway database and a free port; the returned function stops it and waits. */
export default async function start() {
  const clock = ['-at', moment, '-zone', zone]
  const demo = spawn('../bin/firmitas', ['demo', '-throwaway', '-still', '-addr', '127.0.0.1:0', ...clock], {
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  process.env.CLOCK_AHEAD = String(Date.parse(moment) - Date.now())
  const ended = new Promise((resolve) => demo.once('exit', resolve))
  process.env.DEMO_PID = String(demo.pid)
  process.env.BASE_URL = await new Promise<string>((resolve, reject) => {
    createInterface(demo.stdout).on('line', (line) => {
      const at = /http:\/\/\S+/.exec(line)
      if (at) resolve(at[0])
    })
    void ended.then((code) => reject(new Error(`the demo ended with ${String(code)} before it was ready`)))
  })
  return async () => {
    demo.kill('SIGTERM')
    await ended
    if (process.env.COVERAGE) await (await import('./coverage')).tellCoverage()
  }
}
