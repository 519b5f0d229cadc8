import type { Outlet } from '@/core/show/outlet';
import { View } from 'react-native';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { TextField } from '@/ui/part/field';
import { Sheet } from '@/ui/part/sheet';
import { OutletShowsFields } from './outlet-shows';
import { say } from '@/ui/words/say';

/** What an outlet is called and carries. */
export function OutletSheet({
  outlet,
  onRemove,
  onClose,
}: {
  outlet: Outlet;
  onRemove: () => void;
  onClose: () => void;
}) {
  const others = useShow((show) => show.outlets.length > 1);
  return (
    <Sheet title={outlet.name} onClose={onClose}>
      <TextField
        label={say('Name of the outlet')}
        value={outlet.name}
        most={80}
        onChange={(name) => {
          if (name.trim() !== '')
            edit((draft) => {
              const found = draft.outlets.find(({ id }) => id === outlet.id);
              if (found) found.name = name;
            });
        }}
      />
      <OutletShowsFields outlet={outlet} />
      {others ? (
        <View className="flex-row">
          <Button kind="bad" onPress={onRemove}>
            {say('Delete this outlet')}
          </Button>
        </View>
      ) : null}
    </Sheet>
  );
}
