export { StagePlace as default } from '@/ui/stage/stage-place';
