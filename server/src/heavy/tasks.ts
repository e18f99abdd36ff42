const papers = () => import('./papers.ts')
const tunes = () => import('./tunes.ts')

/**
 * What takes long, each as one function over plain data, run on threads of their own. A thread loads what it is asked for:
 * whoever listens needs no charts, fonts and contract, which take half a second and most of a thread's memory.
 */
const TASKS = {
  analyse: async () => (await import('./analysis.ts')).analyse,
  crossings: async () => (await import('./crossings.ts')).crossings,
  cardPdf: async () => (await papers()).cardPdf,
  sheetPdf: async () => (await papers()).sheetPdf,
  sheetSvg: async () => (await papers()).sheetSvg,
  termPdf: async () => (await papers()).termPdf,
  technicianPdf: async () => (await papers()).technicianPdf,
  tuneAbout: async () => (await tunes()).tuneAbout,
  tunePart: async () => (await tunes()).tunePart,
  tuneReading: async () => (await tunes()).tuneReading,
  tuneBreaths: async () => (await tunes()).tuneBreaths,
  tuneJudge: async () => (await tunes()).tuneJudge,
  tunePlayed: async () => (await tunes()).tunePlayed,
  tuneSheet: async () => (await tunes()).tuneSheet,
  tuneXml: async () => (await tunes()).tuneXml,
  tuneMidi: async () => (await tunes()).tuneMidi,
  tuneOnPaper: async () => (await tunes()).tuneOnPaper,
  tunePdf: async () => (await papers()).tunePdf,
  tuneSvg: async () => (await papers()).tuneSvg,
  busyTimes: async () => (await import('./calendars.ts')).busyTimes,
  studioFile: async () => (await import('./studio-file.ts')).studioFile,
  copyStudio: async () => (await import('./backups.ts')).copyStudio,
  verifyBackup: async () => (await import('./backups.ts')).verifyBackup,
  /** Loads what listens and does nothing: the first file needn’t wait for it. */
  ready: async () => (await import('./analysis.ts')) && (() => undefined),
  /** Frees memory that isn’t needed (--expose-gc). */
  giveBack: () => Promise.resolve(() => globalThis.gc?.()),
}

/** The functions by their names. */
export type Tasks = { [T in keyof typeof TASKS]: Awaited<ReturnType<(typeof TASKS)[T]>> }

/** Does one of them. */
export async function run<T extends keyof Tasks>(task: T, data: Parameters<Tasks[T]>[0]): Promise<unknown> {
  const work = (await TASKS[task]()) as (data: unknown) => unknown
  return work(data)
}
