import { judgeLife, type LifeJudged, type LifeUnit } from '../life/index.ts'
import type { Scene } from '../scene/index.ts'
import { calledTool } from './called.ts'

/** A tool on whose edge parts are counted. */
export interface EdgeCounted {
  assembly: string
  /** Where it sits. */
  number: string
  name: string
  /** How its edge stands with them. */
  then: LifeJudged
}

/** A tool whose edge is used up as well, in a way that a number of parts does not say. */
export interface EdgeByHand {
  number: string
  name: string
  by: Exclude<LifeUnit, 'parts'>
}

/**
 * On whose edges parts count: of the tools that the setup plans, each as it is called, those whose life is counted in parts. A tool that
 * is counted in minutes or uses is named, for it has to be counted by hand. Parts that were scrapped were cut as well.
 * @param parts made and scrapped together
 */
export function edgesCounted(
  scene: Pick<Scene, 'plan' | 'tools' | 'families'>,
  parts: number,
): { counted: EdgeCounted[]; byHand: EdgeByHand[] } {
  const called = (scene.plan?.tools ?? []).flatMap(({ number }) => calledTool(scene, number).tool ?? [])
  const tools = called.filter(({ assembly }, at) => called.findIndex((one) => one.assembly === assembly) === at)
  return {
    counted: tools.flatMap(({ assembly, number, name, life, lifeUsed }) =>
      life?.by === 'parts' ? [{ assembly, number, name, then: judgeLife(life, lifeUsed + parts) }] : [],
    ),
    byHand: tools.flatMap(({ number, name, life }) => (life && life.by !== 'parts' ? [{ number, name, by: life.by }] : [])),
  }
}
