import type { Dialect } from '../dialect.ts'

/** How the X and Y that a program writes lie in the plan. */
export interface PlanFrame {
  /** 0.5 where X is written as a diameter: the plan has radii. */
  factorX: number
  /** Y as it is known. A lathe's tool stands in the middle of Y until the program says otherwise; a mill's is NaN until then. */
  yOf(y: number): number
}

export const planFrameOf = ({ diameters, kind }: Pick<Dialect, 'diameters' | 'kind'>): PlanFrame => ({
  factorX: diameters ? 0.5 : 1,
  yOf: kind === 'mill' ? (y) => y : (y) => (Number.isNaN(y) ? 0 : y),
})
