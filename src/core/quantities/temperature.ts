/** °C from °F. */
export const celsiusFrom = (fahrenheit: number): number => ((fahrenheit - 32) * 5) / 9;

/** °F from °C. */
export const fahrenheitFrom = (celsius: number): number => (celsius * 9) / 5 + 32;
