import { createServer as createHttp } from 'node:http'
import { createServer, type AddressInfo, type Socket } from 'node:net'
import { A_MILL } from '@rook/practice/examples'
import { startMachine } from '@rook/practice/floor'
import { Chance } from '@rook/testing'
import { startOver } from '../demo/start-over.ts'
import { DEMO_PINS } from '../demo/shop.ts'
import { startServerProcess } from './server-process.ts'

/** Agents and line channels that lie, beside one that does not: nobody may wait for them, and nothing may end by them. */
const MINUTES = Number(process.env.LIARS_MINUTES ?? 60)
const SEED = Number(process.env.LIARS_SEED ?? Date.now() % 1_000_000)
const chance = new Chance(SEED)
const LIARS = ['mill-1', 'mill-2', 'mill-3', 'lathe-1', 'lathe-2']
const HONEST = 'mill-4'

const databaseUrl = process.env.BENCH_DATABASE!
await startOver(databaseUrl, Date.now(), 3)
const server = await startServerProcess(databaseUrl)
const { person, pin } = DEMO_PINS.lead
const signedIn = await fetch(`${server.url}/api/session`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify({ person, pin }),
})
const cookie = signedIn.headers
  .getSetCookie()
  .map((one) => one.split(';')[0])
  .join('; ')
const headers = { 'content-type': 'application/json', 'x-rook-person': person, cookie }
const ask = (method: string, path: string, body?: unknown) =>
  fetch(server.url + path, { method, headers, ...(body ? { body: JSON.stringify(body) } : {}) })

const number = (most: number) => Math.floor(chance.between(0, most))
const letters = (count: number) => Array.from({ length: count }, () => String.fromCharCode(number(256))).join('')

/** What a line channel may say, whatever it was asked. */
const LINES: readonly (() => string)[] = [
  () => '\r\n'.repeat(number(80_000)),
  () => `${letters(number(600))}\r\n`.repeat(number(2_000)),
  () => 'x'.repeat(number(3_000_000)),
  () => `%\r\nG10 L2 P1 X${number(400)}.${number(999)}\r\n%\r\n`,
  () => 'OK\r\n',
  () => 'REFUSED 3 NO SUCH OFFSET\r\n',
  () => `mic-25 ${number(99)}.${number(999)} mm\r\n`.repeat(number(4_000)),
  () => `mic-25 ${'9'.repeat(number(300))} in\r\n`,
  () => letters(number(4_000)),
]

async function liarOnALine(): Promise<string> {
  const sockets = new Set<Socket>()
  const own = createServer((socket) => {
    sockets.add(socket.on('error', () => undefined).on('close', () => sockets.delete(socket)))
    const talk = () => {
      if (!socket.writable) return
      if (number(12) === 0) return void socket.destroy()
      socket.write(chance.pick(LINES)(), 'latin1')
    }
    socket.on('data', talk)
    const timer = setInterval(talk, 400)
    socket.on('close', () => clearInterval(timer))
  })
  await new Promise<void>((resolve) => own.listen(0, '127.0.0.1', resolve))
  return `127.0.0.1:${(own.address() as AddressInfo).port}`
}

const DEVICES = (name: string, items: string) =>
  `<MTConnectDevices><Devices><Device name="${name}" uuid="u"><Components><Axes><Components><Linear name="X"><DataItems>${items}</DataItems></Linear></Components></Axes></Components></Device></Devices></MTConnectDevices>`
const ITEM = '<DataItem id="p" category="SAMPLE" type="POSITION" subType="ACTUAL" units="MILLIMETER"/>'
const streams = (body: string) =>
  `<MTConnectStreams><Header instanceId="${number(3)}" firstSequence="1" nextSequence="${number(2_000)}" creationTime="${new Date(Date.now() - number(4_000)).toISOString()}"/><Streams><DeviceStream name="a"><ComponentStream><Samples>${body}</Samples></ComponentStream></DeviceStream></Streams></MTConnectStreams>`
const seen = () =>
  `<Position dataItemId="p" sequence="${number(2_000)}">${chance.pick(['1.5', 'UNAVAILABLE', '1e999', letters(20)])}</Position>`

const DOCUMENTS: readonly (() => string)[] = [
  () => DEVICES('a', ITEM),
  () => DEVICES(letters(number(9_000)).replace(/[<>&"]/g, 'x'), ITEM),
  () => DEVICES('a', ITEM.repeat(number(30_000))),
  () => streams(seen()),
  () => streams(Array.from({ length: number(20_000) }, seen).join('')),
  () => `<a>`.repeat(number(200_000)),
  () => `<!DOCTYPE a [<!ENTITY b "${'c'.repeat(number(9_000))}">]><a>&b;</a>`,
  () => letters(number(60_000)),
  () => `<MTConnectError><Errors><Error>${'z'.repeat(number(90_000))}</Error></Errors></MTConnectError>`,
  () => `<MTConnectDevices><!-- ${'y'.repeat(number(3_900_000))} --></MTConnectDevices>`,
  () => '',
]

async function lyingAgent(): Promise<string> {
  const own = createHttp((request, response) => {
    const whim = number(14)
    if (whim === 0) return void request.socket.destroy()
    if (whim === 1) return void response.writeHead(302, { location: `${server.url}/api/people` }).end()
    if (request.url?.includes('/sample') && whim > 4) {
      response.writeHead(200, { 'content-type': 'multipart/x-mixed-replace; boundary=b' })
      const timer = setInterval(() => {
        const text = chance.pick(DOCUMENTS)()
        const length = number(5) === 0 ? number(5_000_000) : Buffer.byteLength(text)
        response.write(`--b\r\nContent-type: text/xml\r\nContent-length: ${length}\r\n\r\n${text}\r\n`)
      }, 300)
      return void response.on('close', () => clearInterval(timer))
    }
    response.writeHead(whim === 2 ? 500 : 200, { 'content-type': 'text/xml' })
    response.end(chance.pick(DOCUMENTS)())
  })
  await new Promise<void>((resolve) => own.listen(0, '127.0.0.1', resolve))
  return `http://127.0.0.1:${(own.address() as AddressInfo).port}`
}

for (const machine of LIARS) {
  const body = { agent: await lyingAgent(), device: '', line: await liarOnALine(), readsTable: true, sends: true }
  await ask('PUT', `/api/machines/${machine}/connection`, body)
}
const honest = await startMachine({ ...A_MILL, id: HONEST })
const truth = { agent: `http://127.0.0.1:${honest.ports.agent}`, device: '', line: '', readsTable: false, sends: false }
await ask('PUT', `/api/machines/${HONEST}/connection`, truth)

const until = Date.now() + MINUTES * 60_000
const waits: number[] = []
let [answers, bad, lost, oldest] = [0, 0, 0, 0]
const links = new Map<string, number>()
await new Promise((resolve) => setTimeout(resolve, 5_000))
while (Date.now() < until) {
  if (server.child.exitCode !== null) throw new Error(`the server has ended (seed ${SEED})`)
  const from = performance.now()
  const answer = await ask('GET', `/api/machines/${HONEST}/observed`)
  waits.push(performance.now() - from)
  answers++
  if (answer.status >= 500) bad++
  const { link, age } = (await answer.json()) as { link: string; age: number }
  if (link !== 'on') lost++
  oldest = Math.max(oldest, age)
  if (answers % 50 === 0) {
    for (const machine of LIARS) {
      const { link: theirs, line } = (await (await ask('GET', `/api/machines/${machine}/observed`)).json()) as {
        link: string
        line: string
      }
      links.set(`${theirs}/${line}`, (links.get(`${theirs}/${line}`) ?? 0) + 1)
    }
    // Somebody asks a liar for its table.
    void ask('POST', `/api/machines/${chance.pick(LIARS)}/control/read`, { id: crypto.randomUUID() }).catch(() => undefined)
  }
  await new Promise((resolve) => setTimeout(resolve, 40))
}
waits.sort((a, b) => a - b)
const at = (share: number) => waits[Math.floor((waits.length - 1) * share)]!.toFixed(1)
console.log(`${MINUTES} minutes, seed ${SEED}: ${answers} answers, ${bad} of them 5xx`)
console.log(`waits: median ${at(0.5)} ms, 99 of 100 within ${at(0.99)} ms, longest ${at(1)} ms`)
console.log(`the honest machine: not heard of ${lost} times, its oldest word ${(oldest / 1000).toFixed(1)} s`)
console.log(`the others: ${[...links].map(([link, times]) => `${link} ${times}`).join(', ')}`)
await server.stop('SIGTERM')
process.exit(bad === 0 && lost === 0 ? 0 : 1)
