import { useState } from 'react';
import { View } from 'react-native';
import { Backdrop } from './backdrop';
import { useFrame, type Framed } from './use-frame';
import { say } from '@/ui/words/say';

/** The frame, painted as it is on the air: the same painter, on a made-up picture. */
export function FrameView(framed: Framed) {
  const { pieces, width } = framed;
  const { canvas, words, height } = useFrame(framed);
  return (
    <View style={{ width, height }} className="overflow-hidden rounded-[4px] bg-frame">
      {pieces.some(({ kind }) => kind === 'camera' || kind === 'game') ? null : (
        <Backdrop width={width} height={height} />
      )}
      <canvas ref={canvas} aria-hidden style={{ position: 'absolute', left: 0, top: 0 }} />
      <FrameWords words={words} />
    </View>
  );
}

const UNSEEN = {
  position: 'absolute',
  width: 1,
  height: 1,
  overflow: 'hidden',
  clipPath: 'inset(50%)',
  margin: 0,
  padding: 0,
} as const;

/** What stands on the frame, for whoever does not see it; what comes onto it is said as it comes. */
const FrameWords = ({ words }: { words: readonly string[] }) => {
  const came = useCame(words);
  return (
    <>
      <ul aria-label={say('On the frame')} style={UNSEEN}>
        {words.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <div aria-live="polite" style={UNSEEN}>
        {came}
      </div>
    </>
  );
};

const withoutFigures = (line: string): string => line.replace(/[\d.,:]+/g, '');

/** The line that came last. One whose figures have changed has not come: numbers and clocks would never be silent. */
function useCame(words: readonly string[]): string {
  const [came, setCame] = useState('');
  const [before, setBefore] = useState(words);
  if (before !== words) {
    setBefore(words);
    const known = new Set(before.map(withoutFigures));
    const fresh = words.filter((line) => !known.has(withoutFigures(line)));
    if (fresh.length > 0 && before.length > 0) setCame(fresh.join('. '));
  }
  return came;
}
