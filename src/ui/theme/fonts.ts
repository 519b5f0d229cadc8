import { AtkinsonHyperlegibleNext_400Regular } from '@expo-google-fonts/atkinson-hyperlegible-next/400Regular';
import { AtkinsonHyperlegibleNext_600SemiBold } from '@expo-google-fonts/atkinson-hyperlegible-next/600SemiBold';
import { BricolageGrotesque_500Medium } from '@expo-google-fonts/bricolage-grotesque/500Medium';
import { BricolageGrotesque_700Bold } from '@expo-google-fonts/bricolage-grotesque/700Bold';
import { useFonts } from 'expo-font';
import { useEffect } from 'react';
import { fontFaceCss } from '@/core/paint/font';

/** Loads the interface's fonts, and declares those of the frame, which also serve names in other scripts. */
export function useGavirnFonts(): boolean {
  const [loaded, error] = useFonts({
    'Bricolage-Bold': BricolageGrotesque_700Bold,
    'Bricolage-Medium': BricolageGrotesque_500Medium,
    'Atkinson-Regular': AtkinsonHyperlegibleNext_400Regular,
    'Atkinson-SemiBold': AtkinsonHyperlegibleNext_600SemiBold,
  });
  useEffect(() => {
    const style = document.createElement('style');
    style.textContent = fontFaceCss('/fonts/');
    document.head.append(style);
    return () => style.remove();
  }, []);
  // Without its fonts the interface is still the interface.
  return loaded || error !== null;
}
