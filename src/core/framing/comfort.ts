/** What a viewer follows in comfort: one width of the picture a second, and doubling in a second. */
export const COMFORT = { pan: 1, zoom: 1 }
