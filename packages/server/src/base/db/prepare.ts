import { randomBytes } from 'node:crypto'
import pg from 'pg'
import { isMigrated, migrate } from './migrate.ts'
import { TABLE_NAMES, TABLES, VIEWS } from './tables.ts'

/** The group that holds the application's rights. */
export const GROUP = 'rook_app'

/** A database that cannot be worked on as it is, with what to do about it. */
export class Unfit extends Error {}

/**
 * Brings a database to the present schema, makes the rights in it anew, and answers with the address that the application
 * works under: a login that owns nothing and can change no entry.
 * @param url the address that was given; an owner's gets a login of its own beside it
 * @param ownerUrl the owner's, where `url` is already the application's own
 * @throws Unfit when the given login has more rights than the application needs, or fewer
 */
export async function prepareDatabase(url: string, ownerUrl: string | null = null): Promise<string> {
  if (ownerUrl) {
    await migrate(ownerUrl)
    await withClient(ownerUrl, (owner) => giveRights(owner, loginOf(url)))
    return refuseTooMuch(url)
  }
  if (!(await withClient(url, mayMigrate))) {
    if (!(await withClient(url, isMigrated)))
      throw new Unfit(
        'The database is not at the present schema, and this login may not bring it there. Give the owner’s address too, as DATABASE_OWNER_URL.',
      )
    return refuseTooMuch(url)
  }
  await migrate(url)
  const own = await withClient(url, ownLogin)
  const address = new URL(url)
  address.username = own.name
  address.password = own.password
  return refuseTooMuch(address.href)
}

async function withClient<T>(url: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 20_000 })
  await client.connect()
  try {
    return await work(client)
  } finally {
    await client.end()
  }
}

const loginOf = (url: string) => decodeURIComponent(new URL(url).username)

async function mayMigrate(client: pg.Client): Promise<boolean> {
  const { rows } = await client.query<{ may: boolean }>(`SELECT has_schema_privilege(current_user, 'public', 'CREATE') AS may`)
  return rows[0]!.may
}

/** Any number will do, as long as every process takes the same. */
const RIGHTS_LOCK = 7_014_055

async function locked<T>(owner: pg.Client, work: () => Promise<T>): Promise<T> {
  await owner.query('BEGIN')
  await owner.query('SELECT pg_advisory_xact_lock($1)', [RIGHTS_LOCK])
  const result = await work()
  await owner.query('COMMIT')
  return result
}

/** Grants exactly what the table above says, to the group and through it to a login. */
function giveRights(owner: pg.Client, login: string): Promise<void> {
  return locked(owner, async () => {
    const { rows } = await owner.query<{ name: string }>(
      `SELECT relname AS name FROM pg_class WHERE relnamespace = 'public'::regnamespace AND relkind IN ('r', 'v')`,
    )
    await owner.query(
      [
        `GRANT USAGE ON SCHEMA public TO ${GROUP}`,
        `ALTER DEFAULT PRIVILEGES IN SCHEMA public REVOKE ALL ON TABLES FROM ${GROUP}`,
        ...rows.map(({ name }) => `REVOKE ALL ON ${pg.escapeIdentifier(name)} FROM ${GROUP}`),
        ...TABLE_NAMES.filter((table) => TABLES[table].rights !== '').map(
          (table) => `GRANT ${TABLES[table].rights} ON ${pg.escapeIdentifier(table)} TO ${GROUP}`,
        ),
        ...VIEWS.map((view) => `GRANT SELECT ON ${pg.escapeIdentifier(view)} TO ${GROUP}`),
        `GRANT USAGE ON SCHEMA drizzle TO ${GROUP}`,
        `GRANT SELECT ON ALL TABLES IN SCHEMA drizzle TO ${GROUP}`,
      ].join('; '),
    )
    const { rows: member } = await owner.query(`SELECT 1 FROM pg_roles WHERE rolname = $1 AND pg_has_role($1, $2, 'MEMBER')`, [
      login,
      GROUP,
    ])
    if (member.length === 0) await owner.query(`GRANT ${GROUP} TO ${pg.escapeIdentifier(login)}`)
  })
}

interface Login {
  name: string
  password: string
}

/** The login that this database's application works under: made at the first start, the same for every process. */
async function ownLogin(owner: pg.Client): Promise<Login> {
  const login = await locked(owner, async () => {
    const { rows } = await owner.query<Login>('SELECT name, password FROM app_login')
    const known = rows[0] ?? { name: `rook_${randomBytes(6).toString('hex')}`, password: randomBytes(18).toString('hex') }
    const { rows: there } = await owner.query('SELECT 1 FROM pg_roles WHERE rolname = $1', [known.name])
    if (there.length === 0) {
      if (!(await mayCreateRoles(owner)))
        throw new Unfit(
          'DATABASE_URL names the owner of the ledger’s tables, who could switch off what guards them, and that login may not create another. Create a login without rights, give its address as DATABASE_URL and the owner’s as DATABASE_OWNER_URL.',
        )
      await owner.query(`CREATE ROLE ${pg.escapeIdentifier(known.name)} LOGIN PASSWORD ${pg.escapeLiteral(known.password)}`)
    }
    if (rows.length === 0) await owner.query('INSERT INTO app_login VALUES ($1, $2)', [known.name, known.password])
    return known
  })
  await giveRights(owner, login.name)
  return login
}

async function mayCreateRoles(owner: pg.Client): Promise<boolean> {
  const { rows } = await owner.query<{ may: boolean }>('SELECT rolsuper OR rolcreaterole AS may FROM pg_roles WHERE rolname = current_user')
  return rows[0]!.may
}

/** Refuses an address whose login could change what must not change. */
async function refuseTooMuch(url: string): Promise<string> {
  const excess = await withClient(url, async (client) => {
    const { rows } = await client.query<{ excess: string | null }>(`
      SELECT CASE
        WHEN me.rolsuper THEN 'is a superuser'
        WHEN me.rolcreaterole THEN 'may create logins'
        WHEN EXISTS (SELECT FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
          WHERE n.nspname = 'public' AND pg_has_role(me.oid, c.relowner, 'MEMBER')) THEN 'owns tables of the ledger'
        WHEN has_table_privilege('entry', 'UPDATE') OR has_table_privilege('entry', 'DELETE') OR has_table_privilege('entry', 'TRUNCATE')
          THEN 'may change entries'
      END AS excess FROM pg_roles me WHERE me.rolname = current_user`)
    return rows[0]!.excess
  })
  if (excess)
    throw new Unfit(
      `The login ${loginOf(url)} ${excess}. The application must not be able to change the ledger: give the address of a login without such rights as DATABASE_URL, and the owner’s as DATABASE_OWNER_URL.`,
    )
  return url
}
