import useSWR from 'swr';
import type { Media } from '@/core/media/media';
import { MEDIA_KEY, mediaUrl, readMedia } from '@/ui/data/media';

const LOCAL = { revalidateOnFocus: true, revalidateOnReconnect: false } as const;
const NONE: Media[] = [];

/** The streamer's own files, in the order in which they were added. */
export const useMediaLibrary = (): Media[] => useSWR(MEDIA_KEY, readMedia, LOCAL).data ?? NONE;

/** An address of a file of this browser; null while it is being found, or when it is not here. */
export const useMediaUrl = (id: string | null): string | null =>
  useSWR(id === null ? null : `${MEDIA_KEY}/${id}/url`, () => mediaUrl(id ?? ''), LOCAL).data ?? null;
