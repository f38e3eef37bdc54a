/** Lengths of time, ms. */
export {
  millisecondsInDay as DAY,
  millisecondsInHour as HOUR,
  millisecondsInMinute as MINUTE,
} from 'date-fns/constants'
