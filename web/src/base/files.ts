/** Gives the user a file of JSON to keep. */
export function giveFile(name: string, content: unknown): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([JSON.stringify(content)], { type: 'application/json' }))
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 1000)
}
