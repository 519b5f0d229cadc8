import { MEDIA_TYPE_NAMES, MEDIA_TYPES, type Media, type MediaKind } from '@/core/media/media';
import { addMedia } from '@/ui/data/media';
import { chooseFiles } from '@/ui/data/save-file';
import { say, saying } from '@/ui/words/say';

/** What a file chooser is to offer; what was chosen is told by its content all the same. */
const accepted = (kinds: readonly MediaKind[]): string =>
  MEDIA_TYPE_NAMES.filter((type) => kinds.includes(MEDIA_TYPES[type].as))
    .flatMap((type) => [type, `.${MEDIA_TYPES[type].ending}`])
    .join(',');

export interface AddedFiles {
  media: Media[];
  /** A sentence for each that was not taken, and for each that was there already. */
  said: string[];
}

/** Asks for files and takes them in. */
export async function addFiles(kinds: readonly MediaKind[]): Promise<AddedFiles> {
  const result: AddedFiles = { media: [], said: [] };
  for (const file of await chooseFiles(accepted(kinds), true)) {
    const bytes = await file.arrayBuffer().catch(() => null);
    if (bytes === null) {
      result.said.push(say('“{name}” cannot be read from this device.', { name: file.name }));
      continue;
    }
    const added = await addMedia(file.name, new Uint8Array(bytes));
    if (!added.ok) result.said.push(saying(added.reason));
    else {
      result.media.push(added.media);
      if (added.known)
        result.said.push(
          say('“{name}” is in the library already, as “{name2}”.', { name: file.name, name2: added.media.name }),
        );
    }
  }
  return result;
}
