/** Worth is summed in whole thousandths of a minor unit: sums are exact, whatever their order, and a coin may be a third of a cent. */
export const WORTH_PARTS = 1000;
