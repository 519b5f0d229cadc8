export { DevicesPlace as default } from '@/ui/device/devices-place';
