import { useMemo } from 'react';
import { View } from 'react-native';
import QRCode from 'qrcode';
import Svg, { Path } from 'react-native-svg';
import { say } from '@/ui/words/say';

/** An address as a QR code (ISO/IEC 18004), dark on light in either theme, with its quiet zone of four modules. */
export function Qr({ text, size, label }: { text: string; size: number; label?: string }) {
  const { count, d } = useMemo(() => {
    const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
    let path = '';
    for (let y = 0; y < modules.size; y += 1)
      for (let x = 0; x < modules.size; x += 1) if (modules.get(y, x)) path += `M${x + 4} ${y + 4}h1v1h-1z`;
    return { count: modules.size + 8, d: path };
  }, [text]);
  return (
    <View
      role="img"
      aria-label={label ?? say('The address as a QR code')}
      className="rounded-control overflow-hidden"
      style={{ width: size, height: size, backgroundColor: '#fff' }}
    >
      <Svg width={size} height={size} viewBox={`0 0 ${count} ${count}`}>
        <Path d={d} fill="#000" />
      </Svg>
    </View>
  );
}
