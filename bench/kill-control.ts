import { createServer, type AddressInfo, type Socket } from 'node:net'

/** A control on a line channel that notes which sending was on its way whenever figures arrive. It outlives every server. */
export class NotingControl {
  /** Ids of the sendings whose figures arrived. */
  readonly arrived: string[] = []
  /** What somebody is sending just now. */
  underWay = ''
  private table: string[] = ['G10 L2 P1 X0.']
  private readonly door = createServer((socket) => this.talk(socket))

  async open(): Promise<string> {
    await new Promise<void>((resolve) => this.door.listen(0, '127.0.0.1', resolve))
    return `127.0.0.1:${(this.door.address() as AddressInfo).port}`
  }

  close(): void {
    this.door.close()
    this.door.unref()
  }

  private talk(socket: Socket): void {
    let text = ''
    let writing: string[] | null = null
    socket.on('error', () => undefined)
    socket.on('data', (data) => {
      text += data.toString('latin1')
      for (let end = text.indexOf('\n'); end >= 0; end = text.indexOf('\n')) {
        const line = text.slice(0, end).trim()
        text = text.slice(end + 1)
        if (writing) {
          if (line !== '%') writing.push(line)
          else if (writing.length > 0) {
            this.arrived.push(this.underWay)
            this.table = writing
            writing = null
            const said = this.table.length
            // Somewhere in here the plug is pulled.
            setTimeout(() => socket.write(`OK ${said}\r\n`), Math.random() * 150)
          }
        } else if (line === 'WRITE') writing = []
        else if (line === 'READ') socket.write(['%', ...this.table, '%', ''].join('\r\n'))
      }
    })
  }
}
