import { cssFont, FONT_FACES, fontFile } from '@/core/paint/font';
import type { Box } from '@/core/paint/display';
import type { Measure } from '@/core/paint/text';
import type { FrameSize } from '@/core/piece/frame';
import type { Show } from '@/core/show/show';
import { arrange, type Proposal } from '@/core/stage/arrange';
import type { Behind } from '@/core/stage/judge/finding';
import { firstShow, type FirstAnswers } from '@/core/stage/first-show';
import { onFrame } from '@/core/stage/turn-frame';
import { randomKey } from '@/ui/data/random-key';

/** Layouts are to be proposed for a scene, a show is to be put on another frame, or a first show is to be made from answers. */
export type ArrangeTask =
  | { task: 'arrange'; show: Show; scene: string; keepFree: Box[]; behind: Behind[] }
  | { task: 'frame'; show: Show; frame: FrameSize }
  | { task: 'first'; show: { id: string; name: string; language: string }; answers: FirstAnswers };
export type Arranged = { proposals: Proposal[] } | { show: Show };

/* Arranges apart from the page: some thousand places are weighed for each piece. */

declare const self: {
  fonts: FontFaceSet;
  onmessage: (event: MessageEvent<ArrangeTask>) => void;
  postMessage: (done: Arranged) => void;
};

const measuring = new OffscreenCanvas(1, 1).getContext('2d');
const measure: Measure = (text, font) => {
  if (!measuring) return 0;
  measuring.font = cssFont(font);
  return measuring.measureText(text).width;
};

/** A worker has no fonts but those it loads: without ours every text would be measured too narrow or too wide. Names in other scripts are measured by the machine's own. */
const fonts = Promise.all(
  FONT_FACES.filter(({ range }) => !range).map(async (shipped) => {
    const face = new FontFace(shipped.family, `url(/fonts/${fontFile(shipped)})`, { weight: shipped.weight });
    self.fonts.add(await face.load());
  }),
).catch(() => undefined);

self.onmessage = ({ data }: MessageEvent<ArrangeTask>) => {
  void fonts.then(() => {
    self.postMessage(done(data));
  });
};

function done(task: ArrangeTask): Arranged {
  switch (task.task) {
    case 'arrange':
      return { proposals: arrange(task.show, task.scene, measure, { keepFree: task.keepFree, behind: task.behind }) };
    case 'frame':
      return { show: onFrame(task.show, task.frame, measure) };
    case 'first':
      return { show: firstShow(task.show, task.answers, () => randomKey().slice(0, 12), measure) };
  }
}
