import { readBackup, writeBackup, type Parts } from '@/core/file/backup';

export type BackupWork =
  { work: 'write'; parts: Parts; about: { made: number; secrets: boolean } } | { work: 'read'; file: Uint8Array };

/* Packs and unpacks backups apart from the page: with clips in them they take seconds. */
self.onmessage = ({ data }: MessageEvent<BackupWork>) =>
  self.postMessage(data.work === 'write' ? writeBackup(data.parts, data.about) : readBackup(data.file));
