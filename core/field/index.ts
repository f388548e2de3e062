/** Field: what is chosen about something: its name, its limits, how it is asked for, kept and scaled. */
export {
  choiceField,
  flagField,
  gramsField,
  keptLength,
  lengthField,
  shareField,
  turnsField,
  wholeField,
  wholeOrField,
  withinControl,
  type Control,
  type Field,
  type Fields,
  type Scale,
  type ValuesOf,
} from './field';
