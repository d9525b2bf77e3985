import { request } from 'node:http'
import { Agent } from 'node:http'
import type { Headers } from './shop.ts'

/** As the interface does: news are gathered before the floor is asked for again, and not by all at the same moment. */
const GATHER = 700
const JITTER = 800

export interface Crowd {
  /** How often the floor was fetched anew. */
  asked(): number
  leave(): void
}

/** Browsers that look on: each with its stream of events; those that show the floor ask for it anew when news come. */
export async function gather(url: string, own: Headers, browsers: number, showsFloor: boolean): Promise<Crowd> {
  const agent = new Agent({ keepAlive: true, maxSockets: browsers * 2 })
  const leaving: (() => void)[] = []
  let asked = 0
  await Promise.all(
    Array.from(
      { length: browsers },
      () =>
        new Promise<void>((resolve, reject) => {
          let waiting: NodeJS.Timeout | null = null
          const ask = () => {
            waiting = null
            asked++
            const floor = request(`${url}/api/floor`, { agent, headers: { ...own, 'accept-encoding': 'gzip' } }, (answer) =>
              answer.resume(),
            )
            floor.on('error', () => undefined)
            floor.end()
          }
          const stream = request(`${url}/api/events`, { agent, headers: { ...own, accept: 'text/event-stream' } }, (answer) => {
            answer.setEncoding('utf8')
            answer.on('error', () => undefined)
            answer.on('data', (text: string) => {
              if (text.includes('event: hello')) resolve()
              if (showsFloor && text.includes('event: news')) waiting ??= setTimeout(ask, GATHER + Math.random() * JITTER)
            })
          })
          stream.on('error', reject)
          stream.end()
          leaving.push(() => {
            if (waiting) clearTimeout(waiting)
            stream.off('error', reject)
            stream.on('error', () => undefined)
            stream.destroy()
          })
        }),
    ),
  )
  return {
    asked: () => asked,
    leave() {
      for (const leave of leaving) leave()
      agent.destroy()
    },
  }
}
