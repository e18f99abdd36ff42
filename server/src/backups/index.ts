export { BadBackup, checkWhole, flush } from './copy.ts'
export {
  backUp,
  backupPath,
  clockTrouble,
  listBackups,
  newestBefore,
  sweepHalfMade,
  tooMany,
  verify,
  type Backup,
  type Occasion,
} from './backups.ts'
export { backupRoutes } from './routes.ts'
export { keepBackups, restoreFrom, type BackupSettings } from './keep.ts'
