import { request as plainRequest, type IncomingHttpHeaders, type IncomingMessage } from 'node:http'
import { request as secureRequest } from 'node:https'

export interface Answer {
  status: number
  headers: IncomingHttpHeaders
  text: string
  body: Record<string, unknown>
}
export interface Ask {
  port: number
  /** By which name it is asked: another device's is not the machine's own. */
  name?: string
  /** Over HTTPS, and whom it trusts there. */
  secure?: boolean
  ca?: string
  cookie?: string
  body?: unknown
  headers?: Record<string, string>
}

/** Asks this machine as another device of the network does, by any name; gives the answer as it begins. */
export function begin(
  method: string,
  path: string,
  { port, name = 'bench.test', secure, ca, cookie, body, headers = {} }: Ask,
): Promise<IncomingMessage> {
  return new Promise((done, failed) => {
    const options = {
      method,
      host: '127.0.0.1',
      port,
      path: `/api${path}`,
      headers: {
        Host: `${name}:${port}`,
        ...(cookie ? { Cookie: cookie } : {}),
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
        ...headers,
      },
    }
    const r = secure
      ? secureRequest({ ...options, servername: name, ...(ca ? { ca } : {}) }, done)
      : plainRequest(options, done)
    r.once('error', failed).end(body === undefined ? undefined : JSON.stringify(body))
  })
}

/** The same, whole; of a stream that has no end only that it began. */
export async function ask(method: string, path: string, o: Ask): Promise<Answer> {
  const res = await begin(method, path, o)
  if (res.headers['content-type']?.startsWith('text/event-stream')) res.destroy()
  let text = ''
  for await (const piece of res.setEncoding('utf8')) text += piece as string
  return {
    status: res.statusCode!,
    headers: res.headers,
    text,
    body: text.startsWith('{') ? (JSON.parse(text) as Record<string, unknown>) : {},
  }
}
