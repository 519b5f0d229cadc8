export { SoundPlace as default } from '@/ui/sound/sound-place';
