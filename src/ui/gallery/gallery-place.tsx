import { useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import { Frame } from '@/client/frame';
import { EXAMPLES, SAMPLE_FILE, type Example } from '@/core/stage/examples';
import { gallerySheet } from '@/core/stage/gallery';
import { HOUSE_STYLES, STYLES, type HouseStyle } from '@/core/piece/style';
import { PlaceBody } from '@/ui/frame/place-body';
import { Segments } from '@/ui/part/choice';

const TITLES: Record<Example, string> = {
  empty: 'Empty',
  usual: 'Usual',
  overfull: 'Overfull',
  scripts: 'Other scripts',
};
/** The gallery's clock stands still, so that alerts stay in the middle of their time. */
const NOW = 10_000;

const sampleUrl = (id: string): Promise<string | null> =>
  Promise.resolve(id.startsWith(SAMPLE_FILE) ? `/samples/${id.slice(SAMPLE_FILE.length)}.svg` : null);

/** Every kind of piece in every style, empty, usual, overfull and in other scripts: for looking. */
export function GalleryPlace() {
  const [style, setStyle] = useState<HouseStyle>('slip');
  const [example, setExample] = useState<Example>('usual');
  const canvas = useRef<HTMLCanvasElement>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    if (!canvas.current || width === 0) return undefined;
    const scene = gallerySheet(style, example, NOW);
    const frame = new Frame({
      canvas: canvas.current,
      seen: 'program',
      now: () => NOW,
      media: { address: sampleUrl },
      room: () => ({ width, height: (width * scene.frame.height) / scene.frame.width }),
    });
    frame.show(scene);
    return () => frame.close();
  }, [style, example, width]);
  return (
    <PlaceBody title="Gallery">
      <View className="gap-3 mt-2">
        <Segments
          label="Style"
          value={style}
          onChange={setStyle}
          options={HOUSE_STYLES.map((value) => ({ value, label: STYLES[value].title }))}
        />
        <Segments
          label="Content"
          value={example}
          onChange={setExample}
          options={EXAMPLES.map((value) => ({ value, label: TITLES[value] }))}
        />
        <View
          onLayout={({ nativeEvent: { layout } }) => setWidth(Math.floor(layout.width))}
          style={{ backgroundColor: '#5b4a3d' }}
          className="rounded-card overflow-hidden"
        >
          <canvas
            ref={canvas}
            aria-label={`All pieces in ${STYLES[style].title}, ${TITLES[example].toLowerCase()}`}
            role="img"
            style={{ display: 'block' }}
          />
        </View>
      </View>
    </PlaceBody>
  );
}
