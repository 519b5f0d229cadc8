import { useMemo } from 'react';
import { View } from 'react-native';
import { PIECE_KINDS } from '@/core/piece';
import { HOUSE_STYLES, STYLES, type HouseStyle } from '@/core/piece/style';
import { emptyShow } from '@/core/show/starter';
import type { FirstAnswers } from '@/core/stage/first-show';
import { Button } from '@/ui/part/button';
import { PiecePicture } from '@/ui/stage/piece-picture';
import { PictureChoice } from '@/ui/part/picture-tile';
import { say } from '@/ui/words/say';
import { appLanguage } from '@/ui/words/language';

/** The fourth question: which of the house styles. */
export function LookStep({
  answers,
  making,
  onChange,
  onDone,
}: {
  answers: FirstAnswers;
  making: boolean;
  onChange: (style: HouseStyle) => void;
  onDone: () => void;
}) {
  const { show, pieces } = useMemo(() => {
    const empty = emptyShow('begin', '', appLanguage());
    const made = PIECE_KINDS.spotlight.make('spotlight', empty);
    return { show: empty, pieces: new Map(HOUSE_STYLES.map((style) => [style, { ...made, style }])) };
  }, []);
  return (
    <View className="gap-4">
      <PictureChoice
        label={say('Look')}
        value={answers.style}
        options={HOUSE_STYLES.map((value) => ({ value, label: STYLES[value].title }))}
        onChange={onChange}
        picture={(style, width, height) => {
          const piece = pieces.get(style);
          return piece ? <PiecePicture piece={piece} show={show} width={width} height={height} /> : null;
        }}
      />
      <Button kind="main" disabled={making} onPress={onDone}>
        {making ? say('Arranging the frame …') : say('Make my show')}
      </Button>
    </View>
  );
}
