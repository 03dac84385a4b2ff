/** The part of the package that the tests use; it ships no types. */
declare module '@lhncbc/ucum-lhc' {
  export const UcumLhcUtils: {
    getInstance(): {
      convertUnitTo(
        from: string,
        value: number,
        to: string,
      ): { status: 'succeeded' | 'failed' | 'error'; toVal: number | null }
    }
  }
}
