export {
  backUp,
  backupPath,
  BadBackup,
  listBackups,
  tooMany,
  verify,
  type Backup,
  type Occasion,
} from './backups.ts'
export { backupRoutes } from './routes.ts'
export { keepBackups, restoreFrom, type BackupSettings } from './keep.ts'
