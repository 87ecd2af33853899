// Hands every block of the first channel on as it is heard.
registerProcessor(
  'capture',
  class extends AudioWorkletProcessor {
    process([input]) {
      if (input[0]) this.port.postMessage(input[0].slice())
      return true
    }
  },
)
