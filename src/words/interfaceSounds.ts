export const interfaceSounds = {
  click: 'Click',
  legsGoOnFromEach: 'legs go on from each other',
  pop: 'Pop',
  success: 'Success',
  whoosh: 'Whoosh',
  key: 'Key',
}
