import { lazy, Suspense } from 'react';
import { View } from 'react-native';
import type { PiecePictureProps } from './piece-picture-still';

// Examples and what paints them come with the first picture that is asked for.
const Still = lazy(() => import('./piece-picture-still'));

/** A piece as it looks with made-up content, on the made-up picture. Its room is kept until it is there. */
export const PiecePicture = (props: PiecePictureProps) => (
  <View style={{ width: props.width, height: props.height }} className="bg-frame">
    <Suspense fallback={null}>
      <Still {...props} />
    </Suspense>
  </View>
);
