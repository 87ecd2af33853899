export const useTheme = () => ({ resolvedTheme: 'light', setTheme: () => undefined })
