import { english, isPhrase } from './phrase';

/** Any value with every phrase in it as it reads in English: what tests compare. */
export function inEnglish<T>(value: T): T {
  if (isPhrase(value)) return english(value) as T;
  if (Array.isArray(value)) return value.map((each: unknown) => inEnglish(each)) as T;
  if (value instanceof Map) return new Map([...value].map(([key, each]) => [key, inEnglish(each as unknown)])) as T;
  if (typeof value === 'object' && value !== null && Object.getPrototypeOf(value) === Object.prototype)
    return Object.fromEntries(Object.entries(value).map(([key, each]) => [key, inEnglish(each as unknown)])) as T;
  return value;
}
