/** What a browser's storage does, in memory: in place of the package where there is no browser. */
export function createAsyncStorage() {
  const kept = new Map<string, string>();
  return {
    getItem: async (key: string): Promise<string | null> => kept.get(key) ?? null,
    setItem: async (key: string, text: string): Promise<void> => void kept.set(key, text),
    removeItem: async (key: string): Promise<void> => void kept.delete(key),
    getAllKeys: async (): Promise<string[]> => [...kept.keys()],
  };
}
