import { ArtFields } from './art-fields';
import { useState } from 'react';
import { View } from 'react-native';
import { PIECE_KINDS, type Piece } from '@/core/piece';
import { pieceProblem } from '@/core/stage/waits';
import { shownBy } from '@/core/show/listed';
import { useShow } from '@/ui/data/show';
import { ListedFields } from '@/ui/number/fields';
import { AnswersIn } from '@/ui/points/answers-in';
import { Tabs } from '@/ui/part/tabs';
import { KeywordField } from '@/ui/part/keyword-field';
import { Text } from '@/ui/part/text';
import { ChatFields } from './chat-fields';
import { ControlField } from './control-field';
import { GiftPictures } from './gift-pictures';
import { LookTab } from './look-tab';
import { PlaceTab } from './place-tab';
import { CameraFields } from './picture-fields';
import { WordsFields } from './words-fields';
import { useSet } from './use-set';
import { LeftOutFields } from './left-out-fields';
import { QueueFields } from './queue-fields';
import { TeamFields } from './team-fields';
import { TickerFields } from './ticker-fields';
import { TurnFields } from './turn-fields';
import { WindowField } from './window-field';
import { say } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

const TABS = [
  { value: 'what', label: phrase('What') },
  { value: 'look', label: phrase('Look') },
  { value: 'place', label: phrase('Place') },
] as const;
type Tab = (typeof TABS)[number]['value'];

/** The chosen piece: what it shows, how it looks, where it stands (`scene`: in which, '' for all). */
export function PieceSheet({ piece, scene, onRemoved }: { piece: Piece; scene: string; onRemoved: () => void }) {
  const [tab, setTab] = useState<Tab>('what');
  return (
    <Tabs label={say('Part of the piece')} options={TABS} value={tab} onChange={setTab}>
      {tab === 'what' ? (
        <What piece={piece} />
      ) : tab === 'look' ? (
        <LookTab piece={piece} />
      ) : (
        <PlaceTab piece={piece} scene={scene} onRemoved={onRemoved} />
      )}
    </Tabs>
  );
}

const valueOf = (piece: Piece, field: string): unknown => Object.entries(piece).find(([name]) => name === field)?.[1];

function What({ piece }: { piece: Piece }) {
  const set = useSet(piece);
  const kind = PIECE_KINDS[piece.kind];
  const show = useShow();
  const problem = pieceProblem(piece, show);
  const shown = shownBy(piece);
  return (
    <View className="gap-4">
      <Text tone="muted">{kind.says}</Text>
      {problem ? <Text tone="brick">{problem}</Text> : null}
      {kind.controls
        .filter(({ hidden }) => !hidden?.({ ...piece }))
        .map((control) => (
          <ControlField
            key={control.field}
            control={control}
            value={valueOf(piece, control.field)}
            onChange={(value) => set(control.field, value)}
          />
        ))}
      {shown ? <ListedFields key={shown.id} list={shown.list.list} id={shown.id} /> : null}
      {piece.kind === 'text' ? <WordsFields piece={piece} set={set} /> : null}
      {piece.kind === 'camera' ? <CameraFields /> : null}
      {piece.kind === 'art' ? <ArtFields piece={piece} /> : null}
      {piece.kind === 'gifts' ? <GiftPictures piece={piece} set={set} /> : null}
      {piece.kind === 'chat' ? <ChatFields piece={piece} set={set} /> : null}
      {piece.kind === 'leaderboard' && piece.who === 'teams' ? <TeamFields /> : null}
      {piece.kind === 'leaderboard' ? (
        <WindowField window={piece.window} moments={false} onChange={(window) => set('window', window)} />
      ) : null}
      {piece.kind === 'leaderboard' ? <TurnFields piece={piece} set={set} /> : null}
      {piece.kind === 'leaderboard' ? (
        <KeywordField
          label={say('Keyword with which viewers ask for their own place')}
          value={piece.ask ?? ''}
          placeholder={say('!place')}
          onChange={(ask) => set('ask', ask)}
        />
      ) : null}
      {piece.kind === 'leaderboard' && piece.ask ? <AnswersIn /> : null}
      {piece.kind === 'leaderboard' ? <LeftOutFields /> : null}
      {piece.kind === 'ticker' ? <TickerFields piece={piece} set={set} /> : null}
      {piece.kind === 'spotlight' ? <QueueFields plan={piece.queue} onChange={(queue) => set('queue', queue)} /> : null}
    </View>
  );
}
