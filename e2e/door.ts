import type { Shop } from './shop.ts'

/** Calls of the server under a person's name, for what a journey takes for granted and another one does by hand. */
export class Door {
  private constructor(
    private readonly url: string,
    private readonly cookie: string,
    private readonly person: string,
  ) {}

  static async signIn(shop: Pick<Shop, 'url'>, person: string, pin: string): Promise<Door> {
    return Door.through(shop, '/api/session', { person, pin }, person)
  }

  /** Opens an empty shop under its first lead. */
  static async open(shop: Pick<Shop, 'url'>, lead: { name: string; pin: string }): Promise<Door> {
    const opening = { shop: { name: 'Tracker & Stop Works', timeZone: 'Europe/London' }, lead }
    return Door.through(shop, '/api/shop', opening, null)
  }

  private static async through({ url }: Pick<Shop, 'url'>, path: string, body: object, person: string | null): Promise<Door> {
    const response = await fetch(url + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
    const cookie = response.headers
      .getSetCookie()
      .map((one) => one.split(';')[0])
      .join('; ')
    const said = (await response.json()) as { person: { id: string } }
    return new Door(url, cookie, person ?? said.person.id)
  }

  async call<T>(path: string, body?: object, method = body ? 'POST' : 'GET'): Promise<T> {
    const response = await fetch(this.url + path, {
      method,
      headers: { cookie: this.cookie, 'content-type': 'application/json', 'x-rook-person': this.person },
      ...(body ? { body: JSON.stringify(body) } : {}),
    })
    const text = await response.text()
    if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${text}`)
    return (text === '' ? null : JSON.parse(text)) as T
  }
}
