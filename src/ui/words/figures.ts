import { figure } from '@/core/event/figures';
import { amountWords } from '@/core/event/money';
import { spoken } from './say';

/** A number as people write it in the app's language. */
export const inFigures = (value: number): string => figure(value, spoken());

/** An amount of money, minor units, with its currency's code. */
export const inMoney = (minor: number, currency: string): string => amountWords(minor, currency, spoken());
