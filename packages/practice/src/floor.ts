import type { Server } from 'node:net'
import { MachineAgent } from './agent.ts'
import { LineChannel } from './line-channel.ts'
import { PracticeMachine } from './machine.ts'
import { Panel } from './panel.ts'
import type { PracticeSpec } from './spec.ts'

/** Where a machine can be reached: its agent and panel over HTTP, its line channel over TCP. */
export interface Ports {
  agent: number
  line: number
}

/**
 * Starts a machine with its agent, line channel and panel, on loopback; port 0 takes any free one.
 * @param haste how many times as fast as a real one its axes move; all else keeps its time
 */
export async function startMachine(spec: PracticeSpec, ports: Ports = { agent: 0, line: 0 }, haste = 1) {
  const machine = new PracticeMachine(spec, Date.now, haste)
  const channel = new LineChannel(machine)
  const panel = new Panel(machine, channel)
  const agent = new MachineAgent(machine, (request, response) => panel.serve(request, response))
  panel.agent = agent
  const open: Ports = { agent: await listen(agent.server, ports.agent), line: await listen(channel.server, ports.line) }
  return {
    machine,
    agent,
    channel,
    panel,
    ports: open,
    stop() {
      agent.stop()
      channel.stop()
    },
  }
}

function listen(server: Server, port: number): Promise<number> {
  return new Promise((resolve, reject) => {
    server.once('error', reject)
    server.listen(port, '127.0.0.1', () => {
      const address = server.address()
      if (typeof address === 'object' && address) resolve(address.port)
    })
  })
}
