/** Tests know no Node: of its process only the environment is asked. */
declare const process: { env: Readonly<Record<string, string | undefined>> }

/** How many scenes a seeded test plays: a quarter on a push, all of them in `npm run coverage`. */
export const SCENES = Math.round(1000 * Number(process.env.SCENES_SHARE ?? 0.25))
