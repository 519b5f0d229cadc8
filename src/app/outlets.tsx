export { OutletsPlace as default } from '@/ui/outlet/outlets-place';
