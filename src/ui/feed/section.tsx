import type { ReactNode } from 'react';
import { Card } from '@/ui/part/card';
import { Text } from '@/ui/part/text';

/** A part of a feed's page, with its heading. */
export function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Card className="gap-3" label={title}>
      <Text size={17} face="title" level={2}>
        {title}
      </Text>
      {children}
    </Card>
  );
}
