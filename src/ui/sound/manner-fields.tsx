import { View } from 'react-native';
import type { SpeechPlan } from '@/core/engine/alert/speech';
import { DecimalField } from '@/ui/part/decimal-field';
import { TextField } from '@/ui/part/field';
import { say } from '@/ui/words/say';

/** How something is said. */
export type Manner = Pick<SpeechPlan, 'speed' | 'pitch' | 'voice'>;
export const PLAIN: Manner = { speed: 1, pitch: 1, voice: '' };

/** @param label behind each field's own, to tell several apart: " for Ines" */
export function MannerFields({
  of,
  manner,
  onChange,
}: {
  /** Whose words, or those in which language; absent: all others. */
  of?: string;
  manner: Manner;
  onChange: (manner: Partial<Manner>) => void;
}) {
  return (
    <>
      <View className="flex-row gap-3">
        <View className="flex-1">
          <DecimalField
            label={of ? say('Speed, times ({of})', { of }) : say('Speed, times')}
            value={manner.speed}
            least={0.5}
            most={2}
            onChange={(speed) => onChange({ speed })}
          />
        </View>
        <View className="flex-1">
          <DecimalField
            label={of ? say('Pitch, times ({of})', { of }) : say('Pitch, times')}
            value={manner.pitch}
            least={0.5}
            most={2}
            onChange={(pitch) => onChange({ pitch })}
          />
        </View>
      </View>
      <TextField
        label={
          of
            ? say('Voice, by its name in the outlet’s browser ({of})', { of })
            : say('Voice, by its name in the outlet’s browser')
        }
        value={manner.voice}
        most={80}
        exact
        placeholder={say('Any')}
        onChange={(voice) => onChange({ voice })}
      />
    </>
  );
}
