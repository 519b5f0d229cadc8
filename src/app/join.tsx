export { JoinPlace as default } from '@/ui/device/join-place';
