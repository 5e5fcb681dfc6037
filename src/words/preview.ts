export const preview = {
  noPictures: 'no pictures',
}
