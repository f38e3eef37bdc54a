import net from 'node:net'

/**
 * Stands between a program and a database server, and can cut a connection as soon as a statement has gone through it: the
 * server does it, and its answer is lost.
 */
export async function cuttingProxy(port: number): Promise<{
  port: number
  /** The next connection over which a text goes is cut behind it. */
  cutAfter: (text: string) => void
  cuts: () => number
  close: () => void
}> {
  let text: string | undefined,
    cuts = 0
  const open = new Set<net.Socket>(),
    server = net.createServer(client => {
      const up = net.connect(port, '127.0.0.1')
      for (const s of [client, up]) {
        open.add(s)
        s.on('error', () => undefined)
        s.on('close', () => {
          open.delete(s)
          client.destroy()
          up.destroy()
        })
      }
      let lost = false
      up.on('data', d => {
        if (!lost) client.write(d)
      })
      client.on('data', d => {
        const cut = text !== undefined && d.toString('latin1').toLowerCase().includes(text)
        up.write(d)
        if (!cut) return
        text = undefined
        cuts++
        lost = true
        // Long enough that the server has done it.
        setTimeout(() => client.destroy(), 300)
      })
    })
  await new Promise<void>(done => server.listen(0, '127.0.0.1', done))
  return {
    port: (server.address() as net.AddressInfo).port,
    cutAfter: t => (text = t),
    cuts: () => cuts,
    close: () => {
      for (const s of open) s.destroy()
      server.close()
    },
  }
}
