import { View } from 'react-native';
import Download from 'lucide-react-native/icons/download';
import { readEventLine } from '@/core/file/events';
import { toCloudEvent } from '@/core/platform/cloud-events';
import type { StreamEvent } from '@/core/event/event';
import { saveFile } from '@/ui/data/save-file';
import { Button } from '@/ui/part/button';
import { phrase } from '@/core/words/phrase';

const eventsOf = (log: string): StreamEvent[] =>
  log
    .split('\n')
    .filter(Boolean)
    .flatMap((line) => {
      const read = readEventLine(line);
      return read.ok ? [read.event] : [];
    });

const FORMATS = [
  {
    label: phrase('Event log (NDJSON)'),
    ending: 'ndjson',
    type: 'application/x-ndjson',
    write: (log: string) => Promise.resolve(log),
  },
  {
    label: phrase('Table (CSV)'),
    ending: 'csv',
    type: 'text/csv',
    write: async (log: string) => (await import('@/ui/data/tables')).writeCsv(eventsOf(log)),
  },
  {
    label: phrase('CloudEvents'),
    ending: 'cloudevents.json',
    type: 'application/cloudevents-batch+json',
    write: (log: string) => Promise.resolve(JSON.stringify(eventsOf(log).map(toCloudEvent), null, 1)),
  },
] as const;

/** A session's events as files, in open formats. `log` is asked for when a file is; null when it is not there any more. */
export function LogFiles({
  name,
  log,
  onMissing,
}: {
  name: string;
  log: () => Promise<string | null>;
  onMissing: () => void;
}) {
  return (
    <View className="flex-row flex-wrap gap-2 max-w-full">
      {FORMATS.map(({ label, ending, type, write }) => (
        <Button
          key={ending}
          icon={Download}
          onPress={() =>
            void log().then(async (text) =>
              text === null ? onMissing() : saveFile(`${name}.${ending}`, type, await write(text)),
            )
          }
        >
          {label}
        </Button>
      ))}
    </View>
  );
}
