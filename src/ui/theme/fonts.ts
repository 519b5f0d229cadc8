import { useEffect } from 'react';
import { fontFaceCss } from '@/core/paint/font';

/** Declares the fonts of the frame, which also serve names in other scripts. Those of the interface are in public/index.html. */
export function useFrameFonts(): void {
  useEffect(() => {
    const style = document.createElement('style');
    style.textContent = fontFaceCss('/fonts/', '?app');
    document.head.append(style);
    return () => style.remove();
  }, []);
}
