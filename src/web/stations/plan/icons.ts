export { CalendarArrowDown as CalendarDown, Maximize2, Plus } from 'lucide-react'
