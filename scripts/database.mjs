import { onEnd } from './house.mjs'
import { ensurePackages } from './packages.mjs'

/**
 * What every command that works on the shop's ledger begins with: the packages, and a database. The one that
 * DATABASE_URL names, or a cluster of this checkout's own, which stops when the command ends.
 */
export async function openDatabase() {
  ensurePackages()
  const ending = onEnd()
  let databaseUrl = process.env.DATABASE_URL
  // Only a cluster of our own is filled with the demo shop unasked.
  const demo = process.env.ROOK_DEMO ?? (databaseUrl ? 'no' : 'yes')
  if (!databaseUrl) {
    const { startOwnCluster } = await import('./postgres.mjs')
    const cluster = await startOwnCluster()
    ending.add(() => cluster.stop())
    databaseUrl = cluster.url
  }
  // Migrations, backups and whatever else the application's own login may not do.
  const ownerUrl = process.env.DATABASE_OWNER_URL || databaseUrl
  return { ending, databaseUrl, ownerUrl, env: { ...process.env, DATABASE_URL: databaseUrl, ROOK_DEMO: demo } }
}
