export { CuesPlace as default } from '@/ui/cue/cues-place';
