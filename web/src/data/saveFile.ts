/** Gives the reader a file of what is here already. */
export function saveFile(name: string, content: object): void {
  const blob = new Blob([JSON.stringify(content)], { type: 'application/json' })
  const link = document.createElement('a')
  link.href = URL.createObjectURL(blob)
  link.download = name
  link.click()
  URL.revokeObjectURL(link.href)
}
