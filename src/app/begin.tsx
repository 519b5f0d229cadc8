export { BeginPlace as default } from '@/ui/begin/begin-place';
