import { get, type IncomingMessage } from 'node:http'
import { readHttpAddress } from '@rook/contract'
import { Unusable } from './agent-document.ts'
import { guarded, judgeNumber, type Reach } from './reach.ts'

/** Asks an agent by HTTP; nothing is followed to another place. @throws Unreachable, Unusable, or what the network says */
export function httpGet(url: string, reach: () => Reach, signal: AbortSignal): Promise<IncomingMessage> {
  return new Promise((resolve, reject) => {
    const address = readHttpAddress(url.replace(/[?].*$/, ''))
    if (!address) return reject(new Unusable('Its address is none.'))
    judgeNumber(address, reach())
    const request = get(url, { signal, agent: false, lookup: guarded(address.port, reach) }, (answer) => {
      const { statusCode = 0 } = answer
      if (statusCode < 300 || statusCode >= 400) return resolve(answer)
      answer.destroy()
      reject(new Unusable('It sends on to another address, which is not followed.'))
    })
    request.on('error', reject)
  })
}
