import { View } from 'react-native';
import type { Cut } from '@/core/media/media';
import { DecimalField } from '@/ui/part/decimal-field';
import { say } from '@/ui/words/say';

/** What is played of a sound, and how it fades. @param seconds how long all of it is */
export function CutFields({
  cut,
  seconds,
  onChange,
}: {
  cut: Cut;
  seconds: number;
  onChange: (cut: Partial<Cut>) => void;
}) {
  const end = Math.floor(seconds * 100) / 100;
  return (
    <>
      <View className="flex-row gap-3">
        <View className="flex-1">
          <DecimalField
            label={say('Begins at, seconds')}
            value={cut.from}
            least={0}
            most={Math.max(0, (cut.until ?? end) - 0.05)}
            onChange={(from) => onChange({ from })}
          />
        </View>
        <View className="flex-1">
          <DecimalField
            label={say('Ends at, seconds')}
            value={cut.until ?? end}
            least={cut.from + 0.05}
            most={end}
            onChange={(until) => onChange({ until: until >= end ? null : until })}
          />
        </View>
      </View>
      <View className="flex-row gap-3">
        <View className="flex-1">
          <DecimalField
            label={say('Fades in, seconds')}
            value={cut.fadeIn}
            least={0}
            most={10}
            onChange={(fadeIn) => onChange({ fadeIn })}
          />
        </View>
        <View className="flex-1">
          <DecimalField
            label={say('Fades out, seconds')}
            value={cut.fadeOut}
            least={0}
            most={10}
            onChange={(fadeOut) => onChange({ fadeOut })}
          />
        </View>
      </View>
    </>
  );
}
