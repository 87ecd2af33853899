/** A list of numbers that grows by doubling, so that millions of rows cost no objects. */
export class Growing {
  private data = new Float64Array(1024)
  length = 0
  push(value: number): void {
    if (this.length === this.data.length) {
      const wider = new Float64Array(this.data.length * 2)
      wider.set(this.data)
      this.data = wider
    }
    this.data[this.length++] = value
  }
  done(): Float64Array {
    return this.data.slice(0, this.length)
  }
}
