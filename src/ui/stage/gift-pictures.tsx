import { useState } from 'react';
import { View } from 'react-native';
import X from 'lucide-react-native/icons/x';
import type { GiftsPiece } from '@/core/piece/gifts';
import { useShow } from '@/ui/data/show';
import { Button, IconButton } from '@/ui/part/button';
import { TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { MediaField } from './media-field';
import { say } from '@/ui/words/say';

/** Pictures of one's own for certain gifts; every other is a pot of the house. */
export function GiftPictures({ piece, set }: { piece: GiftsPiece; set: (field: string, value: unknown) => void }) {
  const pictures = piece.pictures ?? [];
  const [gift, setGift] = useState('');
  const [open, setOpen] = useState<string | null>(null);
  const put = (next: typeof pictures): void => set('pictures', next.length > 0 ? next : undefined);
  const add = (): void => {
    put([...pictures, { gift: gift.trim(), media: '' }]);
    setOpen(gift.trim());
    setGift('');
  };
  return (
    <View className="gap-3 pt-3 border-t border-line" role="group" aria-label={say('Pictures of gifts')}>
      <Text size={17} face="title" level={2}>
        {say('Pictures of gifts')}
      </Text>
      {pictures.map((each) => (
        <GiftPicture
          key={each.gift}
          gift={each.gift}
          media={each.media}
          open={open === each.gift}
          onOpen={() => setOpen(open === each.gift ? null : each.gift)}
          onChange={(id) => put(pictures.map((other) => (other === each ? { ...other, media: id } : other)))}
          onRemove={() => put(pictures.filter((other) => other !== each))}
        />
      ))}
      {pictures.length < 60 ? (
        <View className="flex-row items-end gap-2">
          <View className="flex-1">
            <TextField
              label={say('Name of a gift')}
              value={gift}
              most={200}
              placeholder={say('As the platform calls it')}
              onChange={setGift}
            />
          </View>
          <Button disabled={gift.trim() === '' || pictures.some((each) => each.gift === gift.trim())} onPress={add}>
            {say('Add its picture')}
          </Button>
        </View>
      ) : null}
      <Text size={13} tone="muted">
        {say('Gifts without one are shown as a pot, the larger the more they are worth.')}
      </Text>
    </View>
  );
}

function GiftPicture({
  gift,
  media,
  open,
  onOpen,
  onChange,
  onRemove,
}: {
  gift: string;
  media: string;
  open: boolean;
  onOpen: () => void;
  onChange: (media: string) => void;
  onRemove: () => void;
}) {
  const name = useShow((show) => show.media.find(({ id }) => id === media)?.name ?? say('no picture yet'));
  return (
    <View className="gap-2">
      <View className="flex-row items-center gap-2">
        <Button className="flex-1" kind="outline" label={say('Picture of {gift}', { gift })} onPress={onOpen}>
          {`${gift}: ${name}`}
        </Button>
        <IconButton icon={X} tone="muted" label={say('Delete the picture of {gift}', { gift })} onPress={onRemove} />
      </View>
      {open ? (
        <MediaField label={say('Picture of {gift}', { gift })} of="picture" value={media} onChange={onChange} />
      ) : null}
    </View>
  );
}
