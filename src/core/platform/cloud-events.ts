import { z } from 'zod';
import { streamEventSchema, type StreamEvent } from '@/core/event/event';
import type { Reading } from '@/core/intake/received';
import { MAX_MESSAGE, type Origin } from './sse-message';
import type { Mapper } from './mapping';
import { rejected, readJson, unusable } from './reading';
import { phrase, type Phrase } from '@/core/words/phrase';

/* CloudEvents 1.0 over HTTP, both ways: HTTP Protocol Binding 1.0.2, JSON Event Format 1.0.2. */

/** The context attributes that must be there, and the ones that are read (CloudEvents 1.0.2, "Required Attributes"). */
const cloudEventSchema = z.looseObject({
  specversion: z.literal('1.0'),
  id: z.string().min(1).max(200),
  source: z.string().min(1).max(2000),
  type: z.string().min(1).max(300),
  time: z.iso.datetime({ offset: true }).nullish(),
  subject: z.string().nullish(),
  datacontenttype: z.string().nullish(),
});
export type CloudEvent = z.infer<typeof cloudEventSchema>;

const TYPE = 'app.gavirn.event.';

/** One of our events as a CloudEvent: its fields are the data, so that reading it back gives the same. */
export function toCloudEvent(event: StreamEvent): CloudEvent {
  const { id, feed, kind, at, ...data } = event;
  return {
    specversion: '1.0',
    id,
    source: `/gavirn/feeds/${encodeURIComponent(feed)}`,
    type: `${TYPE}${kind}`,
    time: new Date(at).toISOString(),
    datacontenttype: 'application/json',
    ...(event.viewer ? { subject: event.viewer.id } : {}),
    data,
  };
}

export type ReadCloudEvents = { ok: true; events: unknown[] } | { ok: false; reason: Phrase };

/**
 * Takes the events out of one HTTP request, in any of the three content modes (binding, section 3).
 * @param headers names in lower case
 */
export function readCloudEventRequest(
  headers: Readonly<Record<string, string | undefined>>,
  body: string,
): ReadCloudEvents {
  const type = (headers['content-type'] ?? '').split(';')[0]?.trim().toLowerCase() ?? '';
  if (type.startsWith('application/cloudevents-batch')) {
    const read = readJson(body, MAX_MESSAGE * 64);
    if (!read.ok) return read;
    return Array.isArray(read.json)
      ? { ok: true, events: read.json }
      : { ok: false, reason: phrase('A batch of CloudEvents is a JSON list; this is none.') };
  }
  if (type.startsWith('application/cloudevents')) {
    const read = readJson(body);
    return read.ok ? { ok: true, events: [read.json] } : read;
  }
  if (headers['ce-specversion'] === undefined)
    return {
      ok: false,
      reason: phrase('This is no CloudEvent: it has neither the media type of one nor a ce-specversion header.'),
    };
  const attributes = Object.entries(headers).flatMap(([name, value]): [string, string][] =>
    name.startsWith('ce-') && value !== undefined ? [[name.slice(3), headerValue(value)]] : [],
  );
  const data =
    body === ''
      ? undefined
      : type === '' || /[/+]json$/.test(type)
        ? readJson(body)
        : { ok: true as const, json: body };
  if (data && !data.ok) return data;
  return {
    ok: true,
    events: [
      {
        ...Object.fromEntries(attributes),
        ...(type ? { datacontenttype: type } : {}),
        ...(data ? { data: data.json } : {}),
      },
    ],
  };
}

/** Percent-decoding of header values (binding, section 3.1.3.2), quotes taken off first. */
function headerValue(value: string): string {
  const bare = /^".*"$/.test(value) ? value.slice(1, -1).replace(/\\(.)/g, '$1') : value;
  try {
    return decodeURIComponent(bare);
  } catch {
    return bare;
  }
}

/** Reads one CloudEvent: ours as what it was, any other through the feed's rules, if it has some. */
export function readCloudEvent(json: unknown, origin: Origin, mapper: Mapper | null): Reading[] {
  const parsed = cloudEventSchema.safeParse(json);
  if (!parsed.success) return [rejected(unusable('CloudEvent', parsed.error))];
  const { id, source, type, time, data } = parsed.data;
  // An event is told apart by its source and id together.
  const own = `${source}#${id}`.slice(-300);
  if (!type.startsWith(TYPE)) {
    if (!mapper)
      return [
        rejected(
          phrase('The CloudEvent is of the type "{text}", for which this feed has no rule.', {
            text: type.slice(0, 80),
          }),
        ),
      ];
    return mapper.read(json, origin, own);
  }
  const at = time ? Date.parse(time) : (origin.seenAt ?? 0);
  const event = streamEventSchema.safeParse({
    seenAt: at,
    ...(typeof data === 'object' ? data : {}),
    id: own,
    feed: origin.feed,
    kind: type.slice(TYPE.length),
    at,
    ...(origin.seenAt === null ? {} : { seenAt: origin.seenAt }),
  });
  return [
    event.success ? { kind: 'heard', heard: { event: event.data } } : rejected(unusable('CloudEvent', event.error)),
  ];
}
