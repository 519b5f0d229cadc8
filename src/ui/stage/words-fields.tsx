import { View } from 'react-native';
import { FONT_FAMILIES, type FontFamily } from '@/core/paint/display';
import { ALIGNS, colourSchema, OVERLONG, type WordsPiece } from '@/core/piece/words';
import { AreaField } from '@/ui/part/area-field';
import { Segments } from '@/ui/part/choice';
import { ColourField } from '@/ui/part/colour-field';
import { NumberField } from '@/ui/part/field';
import { Pick } from '@/ui/part/pick';
import { Text } from '@/ui/part/text';

const FONTS: Record<FontFamily, string> = { title: 'Bricolage', text: 'Atkinson', serif: 'Fraunces', slab: 'Zilla Slab', round: 'Baloo', hand: 'Caveat', even: 'Josefin', poster: 'Alfa Slab' };
const ALIGN: Record<(typeof ALIGNS)[number], string> = { left: 'Left', centre: 'Centre', right: 'Right' };
const TOO_LONG: Record<(typeof OVERLONG)[number], string> = { shrink: 'Made smaller', cut: 'Cut', wrap: 'Go on below', scroll: 'Pass through' };

/** What a text piece says. */
export function WordsFields({ piece, set }: { piece: WordsPiece; set: (field: string, value: unknown) => void }) {
  return (
    <View className="gap-4">
      <AreaField label="Words" value={piece.words} problem={null} onChange={(words) => set('words', words.slice(0, 500))} />
      <View className="gap-1">
        <Text size={13} tone="muted">Words that are too long are</Text>
        <Segments label="Words that are too long are" value={piece.overlong} onChange={(overlong) => set('overlong', overlong)} options={OVERLONG.map((value) => ({ value, label: TOO_LONG[value] }))} />
      </View>
    </View>
  );
}

/** How a text piece looks. */
export function WordsLook({ piece, set }: { piece: WordsPiece; set: (field: string, value: unknown) => void }) {
  const colour = (field: string, value: string | undefined): void => {
    if (value === undefined || colourSchema.safeParse(value).success) set(field, value);
  };
  return (
    <View className="gap-4">
      <Pick label="Font" options={FONT_FAMILIES.map((value) => ({ value, label: FONTS[value] }))} value={piece.font} onChange={(font) => set('font', font)} />
      <NumberField label="Size" unit="px" value={piece.size} least={20} most={400} step={4} onChange={(size) => set('size', size)} />
      <Segments label="Stands" value={piece.align} onChange={(align) => set('align', align)} options={ALIGNS.map((value) => ({ value, label: ALIGN[value] }))} />
      <Segments label="Backing" value={piece.backing ? 'on' : 'off'} onChange={(value) => set('backing', value === 'on')} options={[{ value: 'on', label: 'On a backing' }, { value: 'off', label: 'Letters alone' }]} />
      <ColourField label="Colour" none="The style’s" value={piece.fill} onChange={(value) => colour('fill', value)} />
      {piece.fill ? <ColourField label="Running into" none="Plain" value={piece.fillTo} onChange={(value) => colour('fillTo', value)} /> : null}
      <ColourField label="Outline" none="The style’s" value={piece.outline?.color} onChange={(value) => set('outline', value === undefined ? undefined : { color: value, width: piece.outline?.width ?? 8 })} />
      {piece.outline ? <NumberField label="Outline’s width" unit="px" value={piece.outline.width} least={1} most={40} onChange={(width) => set('outline', { ...piece.outline, width })} /> : null}
      <ColourField label="Glow" none="None" value={piece.glow?.color} onChange={(value) => set('glow', value === undefined ? undefined : { color: value, blur: piece.glow?.blur ?? 20 })} />
      {piece.glow ? <NumberField label="Glow’s reach" unit="px" value={piece.glow.blur} least={1} most={40} onChange={(blur) => set('glow', { ...piece.glow, blur })} /> : null}
      <Segments label="Shadow" value={piece.shadow ? 'on' : 'off'} onChange={(value) => set('shadow', value === 'on' ? true : undefined)} options={[{ value: 'on', label: 'With a shadow' }, { value: 'off', label: 'Without' }]} />
      <NumberField label="Room at the sides" unit="px" value={piece.inset} least={0} most={200} step={4} onChange={(inset) => set('inset', inset)} />
    </View>
  );
}
