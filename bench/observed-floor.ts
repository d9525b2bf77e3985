import { A_MILL } from '@rook/practice/examples'
import { startMachine } from '@rook/practice/floor'

/** A move is over after so many milliseconds, and the first machine tells when. */
const MOVE = 8
/** Each machine moves this often. Its place in machine and in part coordinates are two observations: ten a second. */
const EVERY = 200

// Many machines in a process of their own, so that what they take is not taken for the server's.
const machines = await Promise.all(
  Array.from({ length: Number(process.argv[2]) }, (_, at) => startMachine({ ...A_MILL, id: `m-${at}`, increment: 0.0001 })),
)
process.stdout.write(`ports ${JSON.stringify(machines.map(({ ports }) => ports.agent))}\n`)
let turn = 0
setInterval(() => {
  turn++
  for (const [at, { machine }] of machines.entries()) {
    // Each place once in a long while, so that a figure says which move it is of.
    const step = turn % 900 < 450 ? 0.1 : -0.1
    const goesTo = machine.position('X') + step
    machine.jog('X', step)
    if (at === 0) process.stdout.write(`moved ${Date.now() + MOVE} ${Math.round(goesTo * 1e4)}\n`)
  }
}, EVERY)
