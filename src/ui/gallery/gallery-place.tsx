import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { EXAMPLES, type Example } from '@/core/stage/examples';
import { gallerySheet } from '@/core/stage/gallery';
import { HOUSE_STYLES, STYLES, type HouseStyle } from '@/core/piece/style';
import { PlaceBody } from '@/ui/frame/place-body';
import { Segments } from '@/ui/part/choice';
import { STILL, StillFrame } from '@/ui/stage/still-frame';
import { say, saying } from '@/ui/words/say';
import { phrase, type Phrase } from '@/core/words/phrase';

const TITLES: Record<Example, Phrase> = {
  empty: phrase('Empty'),
  usual: phrase('Usual'),
  overfull: phrase('Overfull'),
  scripts: phrase('Other scripts'),
};
/** Every kind of piece in every style, empty, usual, overfull and in other scripts: for looking. */
export function GalleryPlace() {
  const [style, setStyle] = useState<HouseStyle>('slip');
  const [example, setExample] = useState<Example>('usual');
  const [width, setWidth] = useState(0);
  const scene = useMemo(() => gallerySheet(style, example, STILL), [style, example]);
  return (
    <PlaceBody title={say('Gallery')}>
      <View className="gap-3 mt-2">
        <Segments
          label={say('Style')}
          value={style}
          onChange={setStyle}
          options={HOUSE_STYLES.map((value) => ({ value, label: STYLES[value].title }))}
        />
        <Segments
          label={say('Content')}
          value={example}
          onChange={setExample}
          options={EXAMPLES.map((value) => ({ value, label: TITLES[value] }))}
        />
        <View
          onLayout={({ nativeEvent: { layout } }) => setWidth(Math.floor(layout.width))}
          style={{ backgroundColor: '#5b4a3d' }}
          className="rounded-card overflow-hidden"
        >
          <StillFrame
            scene={scene}
            width={width}
            label={say('All pieces in {title}, {content}', {
              title: STYLES[style].title,
              content: saying(TITLES[example]).toLowerCase(),
            })}
          />
        </View>
      </View>
    </PlaceBody>
  );
}
