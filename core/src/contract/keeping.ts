/** How long what is kept, all chosen by Halitus. The server goes by it, Settings says it. */
export const KEEPING = {
  /**
   * One a day for so many days, one a week for so many weeks before, and the newest of each other occasion; the newest few of
   * all whatever the clock says: one that is wrong must not take them.
   */
  backups: { days: 14, weeks: 8, others: 3, always: 7 },
  /** A sign-in ends after so long without a request, and after so long in any case. */
  signIn: { idleHours: 12, longestDays: 30 },
} as const

/** Weeks after which no backup holds any more what was deleted. */
export const BACKUP_WEEKS = KEEPING.backups.weeks + KEEPING.backups.days / 7
