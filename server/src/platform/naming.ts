import { DefaultNamingStrategy } from 'typeorm'

const snake = (text: string) => text.replace(/([a-z0-9])([A-Z])/g, '$1_$2').toLowerCase()

/** Columns in snake case; every other name as TypeORM makes it. */
export class SnakeColumns extends DefaultNamingStrategy {
  override columnName(propertyName: string, customName: string): string {
    return customName || snake(propertyName)
  }
}
