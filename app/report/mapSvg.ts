/** What of a drawing's look is written into it, so that it looks the same without the page around it. */
const looks = [
  'fill',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-linecap',
  'opacity',
  'font-size',
  'font-weight',
  'text-anchor',
] as const

/** A drawing of the page as a file of its own: its look is written into each of its pieces, and nothing of the page is wanted to read it. */
export function standaloneSvg(drawing: SVGSVGElement): string {
  const copy = drawing.cloneNode(true) as SVGSVGElement
  const [from, to] = [drawing, copy].map(root => [root, ...root.querySelectorAll<SVGElement>('*')]) as [
    SVGElement[],
    SVGElement[],
  ]
  from.forEach((each, i) => {
    const style = getComputedStyle(each)
    const made = to[i]!
    for (const look of looks) {
      const value = style.getPropertyValue(look)
      if (value) made.setAttribute(look, value)
    }
    if (made.tagName === 'text') {
      made.setAttribute('font-family', 'Archivo, sans-serif')
      // The halo behind a name is painted over it by readers that do not know the order of painting.
      made.setAttribute('stroke', 'none')
    }
    for (const name of [
      'class',
      'style',
      'tabindex',
      'role',
      ...made.getAttributeNames().filter(name => name.startsWith('data-')),
    ])
      made.removeAttribute(name)
  })
  for (const hidden of [...copy.querySelectorAll('[fill-opacity="0"]')]) hidden.remove()
  const { width, height } = drawing.viewBox.baseVal
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  copy.setAttribute('width', String(width))
  copy.setAttribute('height', String(height))
  return new XMLSerializer().serializeToString(copy)
}

/** Hands a file to whoever looks at the page. */
export function download(content: Blob | string, name: string, type: string): void {
  const address = URL.createObjectURL(content instanceof Blob ? content : new Blob([content], { type }))
  const link = document.createElement('a')
  link.href = address
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(address), 10_000)
}
