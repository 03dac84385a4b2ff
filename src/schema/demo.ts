/** Password of the demo's invented people. It opens nothing but the demo, and the demo says it on the screen. */
export const DEMO_PASSWORD = 'tarn-hollow'
