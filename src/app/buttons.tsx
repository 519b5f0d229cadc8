export { ButtonsPlace as default } from '@/ui/button/buttons-place';
