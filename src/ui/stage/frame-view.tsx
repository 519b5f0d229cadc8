import { View } from 'react-native';
import { Backdrop } from './backdrop';
import { useFrame, type Framed } from './use-frame';

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

/** What stands on the frame, for whoever does not see it. */
const FrameWords = ({ words }: { words: readonly string[] }) => (
  <ul
    aria-label="On the frame"
    style={{
      position: 'absolute',
      width: 1,
      height: 1,
      overflow: 'hidden',
      clipPath: 'inset(50%)',
      margin: 0,
      padding: 0,
    }}
  >
    {words.map((line) => (
      <li key={line}>{line}</li>
    ))}
  </ul>
);
