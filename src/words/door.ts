export const door = {
  aRequestThatChangesSomething:
    'A request that changes something has to say where it comes from (Origin). Use Vivid Vane from its own page.',
  thisRequestCameFromAnother: 'This request came from another site and was turned away.',
  vividVaneAnswersOnlyTo: 'Vivid Vane answers only to this machine’s own browser.',
}
