import { firstWord, plain } from '@/core/words/plain';

const ASCII = 128;

/**
 * The words that messages may begin with so that something in a show answers, as they are compared. Most of chat begins with none of
 * them: its first character says so already.
 */
export class Keywords {
  private readonly words: ReadonlySet<string>;
  /** Which characters of ASCII a keyword may begin with. */
  private readonly first = new Array<boolean>(ASCII).fill(false);

  constructor(words: readonly string[]) {
    this.words = new Set(words.map(plain).filter((word) => word !== ''));
    for (const word of this.words) {
      // Letter and accent may come one by one, and are put together when they are compared.
      for (const text of [word, word.normalize('NFD')]) {
        const code = text.charCodeAt(0);
        if (code < ASCII)
          for (const each of [text.charAt(0), text.charAt(0).toUpperCase()]) this.first[each.charCodeAt(0)] = true;
      }
    }
  }

  /** The keyword that a message begins with; empty when it begins with none. */
  of(message: string): string {
    const code = message.charCodeAt(0);
    if (this.words.size === 0 || (code > 0x20 && code < ASCII && !this.first[code])) return '';
    const word = firstWord(plain(message));
    return this.words.has(word) ? word : '';
  }
}
