/** What is filled into a sentence: a name, or a number that is shown as it is. */
export type Arg = string | number
