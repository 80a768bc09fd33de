/** The seam as a file: SVG with its colours and names in it, and PNG from the very same drawing. */
import type { SeamLayout } from '@vein-mend/core/seam'
import { plainPalette } from '../../parts/seam/palette'
import { SeamDrawing } from '../../parts/seam/SeamDrawing'

const PNG_SCALE = 2
const TITLE_HEIGHT = 34

/** A whole SVG document; loads the writer only when it is asked for. */
async function asSvg(layout: SeamLayout, title: string): Promise<string> {
  const { renderToStaticMarkup } = await import('react-dom/server')
  const colour = plainPalette()
  const { width } = layout
  const height = layout.height + TITLE_HEIGHT
  return renderToStaticMarkup(
    <svg
      xmlns="http://www.w3.org/2000/svg"
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      fontFamily="sans-serif"
    >
      <title>{title}</title>
      <rect width={width} height={height} fill={colour.slip} />
      <text x="8" y="24" fontSize="18" fontWeight="600" fill={colour.ink}>
        {title}
      </text>
      <g transform={`translate(0 ${TITLE_HEIGHT})`}>
        <SeamDrawing layout={layout} colour={colour} named />
      </g>
    </svg>,
  )
}

async function asPng(svg: string, layout: SeamLayout): Promise<Blob> {
  const image = new Image()
  image.src = `data:image/svg+xml;utf8,${encodeURIComponent(svg)}`
  await image.decode()
  const canvas = document.createElement('canvas')
  canvas.width = layout.width * PNG_SCALE
  canvas.height = (layout.height + TITLE_HEIGHT) * PNG_SCALE
  const context = canvas.getContext('2d')
  if (!context) throw new Error('no canvas')
  context.drawImage(image, 0, 0, canvas.width, canvas.height)
  return new Promise((resolve, reject) => {
    canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('no picture'))), 'image/png')
  })
}

function download(blob: Blob, name: string): void {
  const address = URL.createObjectURL(blob)
  const link = document.createElement('a')
  link.href = address
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(address), 1000)
}

export type SeamFile = 'svg' | 'png'

export async function saveSeam(layout: SeamLayout, title: string, kind: SeamFile): Promise<void> {
  const svg = await asSvg(layout, title)
  const blob =
    kind === 'svg' ? new Blob([svg], { type: 'image/svg+xml' }) : await asPng(svg, layout)
  download(blob, `${title.toLowerCase().replace(/[^a-z0-9]+/g, '-')}.${kind}`)
}
