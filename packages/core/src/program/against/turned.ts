import type { ProgramCheck, Found } from './finding.ts'

/** Rotary axes that the program turns: what lies where after that is not known here. */
export const turned: ProgramCheck = ({ read, scene }) =>
  read.turned.flatMap(({ axis, line, text, times, known, hides }): Found[] => {
    const common = { line, register: null }
    const often = times > 1 ? `, ${times} times in all` : ''
    if (!known)
      return [
        {
          ...common,
          id: `no-axis ${axis}`,
          verdict: 'stop',
          mend: 'program',
          sentence: `${text} turns ${axis}${often}, and ${scene.machine.name} has no axis ${axis} on its record.`,
        },
      ]
    if (hides === null)
      return [
        {
          ...common,
          id: `turned ${axis}`,
          verdict: 'clear',
          mend: 'look',
          sentence: `${axis} stands at 0 wherever it cuts.`,
        },
      ]
    return [
      {
        ...common,
        id: `turned ${axis}`,
        verdict: 'query',
        mend: 'look',
        sentence: `${text} turns ${axis}${often}: where the tool goes from line ${hides} on, until ${axis} is at 0 again, is not checked here. Look at travel and at what holds the work.`,
      },
    ]
  })
