export { DeskPlace as default } from '@/ui/desk/desk-place';
