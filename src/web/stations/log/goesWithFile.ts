/** Blocks of a style sheet that a file of its own can do without: faces that lie elsewhere, and the night’s colours. */
const UNWANTED = /^@(font-face|media \(prefers-color-scheme: dark\))/

/** Bytes as they can stand in a file of text. */
const asData = async (address: string): Promise<string> => {
  const res = await fetch(address)
  if (!res.ok) throw new Error(`A photo could not be read (${res.status}): the workshop does not answer.`)
  const bytes = await res.blob()
  return new Promise((done, fail) => {
    const r = new FileReader()
    r.onload = () => done(r.result as string)
    r.onerror = () => fail(new Error('A photo could not be read.'))
    r.readAsDataURL(bytes)
  })
}

const styles = (): string =>
  [...document.styleSheets]
    .flatMap(s => {
      try {
        return [...s.cssRules].map(r => r.cssText)
      } catch {
        // Another origin's sheet is none of ours.
        return []
      }
    })
    .filter(t => !UNWANTED.test(t))
    .join('\n')

const escaped = (s: string): string => s.replace(/[&<>"]/g, c => `&#${c.charCodeAt(0)};`)

/**
 * What stands on the page as one HTML file that needs nothing else: its styles and its photos are in it, what only serves
 * the screen is not. It opens by day, in the reader's own fonts.
 */
export async function oneFile(of: HTMLElement, title: string, language = 'en'): Promise<string> {
  const copy = of.cloneNode(true) as HTMLElement
  for (const gone of copy.querySelectorAll('.no-print, button, input, script')) gone.remove()
  for (const img of copy.querySelectorAll('img')) {
    img.src = await asData(img.src)
    img.removeAttribute('loading')
  }
  return `<!doctype html>
<html lang="${language}">
<head>
<meta charset="utf-8">
<meta name="color-scheme" content="light">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escaped(title)}</title>
<style>
${styles().replace(/<\//g, '<\\/')}
body { background: #fff; }
</style>
</head>
<body>
${copy.outerHTML}
</body>
</html>
`
}
