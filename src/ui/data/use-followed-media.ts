import { useEffect } from 'react';
import { mediaBytes } from './media';
import { useShow } from './show';

/** The other device may still be handing a file over: it is asked for again after this, ms. */
const AGAIN_MS = 11_000;

/** Fetches the files of the show that is on and not in this browser, until all are here. */
export function useFollowedMedia(): void {
  const files = useShow(({ media }) => media);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let over = false;
    const fetchAll = async (): Promise<void> => {
      let missing = false;
      // One after another: each may be megabytes.
      for (const { id } of files) if (!over && !(await mediaBytes(id))) missing = true;
      if (missing && !over) timer = setTimeout(() => void fetchAll(), AGAIN_MS);
    };
    void fetchAll();
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [files]);
}
