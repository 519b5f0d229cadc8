declare module 'parse-prometheus-text-format' {
  interface Sample {
    labels?: Record<string, string>;
    value?: string;
    /** Of a histogram. */
    count?: string;
  }
  export default function parse(text: string): { name: string; type: string; metrics: Sample[] }[];
}
