import { BACKUP_WEEKS, KEEPING } from '@halitus/core/contract'

/** What the studio keeps and until when, as Settings says it; the server goes by the same numbers. */
export const KEPT: readonly { what: string; until: string }[] = [
  {
    what: 'Lessons, lines, cards, reeds, takes',
    until: 'until the learner is deleted for good: at midnight of that day, and can be undone until then',
  },
  {
    what: 'Backups',
    until: `one a day for ${KEEPING.backups.days} days, one a week for ${KEEPING.backups.weeks} weeks before: the newest ${KEEPING.backups.always} in any case. After ${BACKUP_WEEKS} weeks of use nothing deleted is left in any`,
  },
  {
    what: 'Sign-ins',
    until: `${KEEPING.signIn.idleHours} hours without use, ${KEEPING.signIn.longestDays} days at most`,
  },
  { what: 'A learner’s link', until: 'until it is taken back, or the learner is deleted' },
  { what: 'What waits on this device', until: 'until the server has taken it, or it is thrown away by hand' },
  { what: 'The server’s log', until: 'holds addresses and faults, no names and nothing that was written' },
]
