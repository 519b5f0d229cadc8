import { Redirect } from 'expo-router';

/** Feeds come first: nothing works without one. */
export default function Index() {
  return <Redirect href="/feeds" />;
}
