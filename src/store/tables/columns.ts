import {
  DataTypes,
  type DataType,
  type Model,
  type ModelAttributeColumnOptions,
  type ModelAttributes,
  type ModelStatic,
  type Sequelize,
} from 'sequelize';
import type { ZodType } from 'zod';

/** A column of a table with the type of what stands in it. */
export interface Column<T> {
  /** A new description each time, because Sequelize writes the column's name into the one that it is given. */
  describe: (name: string) => ModelAttributeColumnOptions;
  /** Never there: it carries the type. */
  readonly holds?: T;
}

/** A column that the database fills where nothing is given. */
interface FilledColumn<T> extends Column<T> {
  readonly filled: true;
}

type Columns = Readonly<Record<string, Column<unknown>>>;
type Held<C extends Columns> = {
  -readonly [Name in keyof C]: C[Name] extends Column<infer T> ? T : never;
};
type FilledNames<C extends Columns> = {
  [Name in keyof C]: C[Name] extends FilledColumn<unknown> ? Name : never;
}[keyof C];

/** What has to be given for a new row. */
type Given<C extends Columns> = Omit<Held<C>, FilledNames<C>> &
  Partial<Pick<Held<C>, FilledNames<C>>>;

/** A row of a table. */
export type RowOf<C extends Columns> = Model<Held<C>, Given<C>> & Held<C>;

/** A table by its columns: model, row and what a new row needs are inferred from them. */
export interface Table<C extends Columns> {
  columns: C;
  on: (database: Sequelize) => ModelStatic<RowOf<C>>;
}

/**
 * Defines a table.
 *
 * @param exact whether its name stays as it is, and gets no plural
 */
export function table<C extends Columns>(name: string, columns: C, exact = false): Table<C> {
  return {
    columns,
    on: (database) =>
      database.define<RowOf<C>>(
        name,
        Object.fromEntries(
          Object.entries(columns).map(([column, { describe }]) => [column, describe(column)]),
        ) as unknown as ModelAttributes<RowOf<C>>,
        exact ? { freezeTableName: true } : {},
      ),
  };
}

function column<T>(type: DataType, more: Partial<ModelAttributeColumnOptions> = {}): Column<T> {
  return { describe: () => ({ type, allowNull: false, ...more }) };
}

/** A UUID that names the row; one that names another row. */
export const id = key(column<string>(DataTypes.CHAR(36)));
export const reference = column<string>(DataTypes.CHAR(36));
/** Text of any length, up to a length, and of exactly one. */
export const text = column<string>(DataTypes.TEXT);
export const longText = column<string>(DataTypes.TEXT('long'));
export const textUpTo = <T extends string = string>(length: number) =>
  column<T>(DataTypes.STRING(length));
export const textOf = (length: number) => column<string>(DataTypes.CHAR(length));
/** What people call a thing. */
export const name = textUpTo(80);
export const integer = column<number>(DataTypes.INTEGER);
export const double = column<number>(DataTypes.DOUBLE);
export const flag = column<boolean>(DataTypes.BOOLEAN);
/** To the millisecond, UTC. */
export const instant = column<Date>(DataTypes.DATE(3));
export const bytes = (size: 'medium' | 'long') => column<Buffer>(DataTypes.BLOB(size));

/** How often a row was changed. */
export const version = filled(integer, { defaultValue: 0 });
/** When a thing was put away; null while it is in use. */
export const archivedAt = filled(optional(instant), {});
export const noFlag = filled(flag, { defaultValue: false });
/** A number that the database counts on. */
export const counter = filled(key(integer), { autoIncrement: true });

/** The same column as a part of what names the row. */
export function key<T>(of: Column<T>): Column<T> {
  return { describe: (named) => ({ ...of.describe(named), primaryKey: true }) };
}

/** The same column where nothing may stand. */
export function optional<T>(of: Column<T>): Column<T | null> {
  return { describe: (named) => ({ ...of.describe(named), allowNull: true }) };
}

/** The same column under another name in the database. */
export function called<T>(field: string, of: Column<T>): Column<T> {
  return { describe: (named) => ({ ...of.describe(named), field }) };
}

function filled<T>(of: Column<T>, by: Partial<ModelAttributeColumnOptions>): FilledColumn<T> {
  return { filled: true, describe: (named) => ({ ...of.describe(named), ...by }) };
}

/**
 * A document as JSON text: MariaDB has no JSON type of its own, and text keeps every digit.
 *
 * @param schema brings documents that an earlier version wrote up to date when they are read
 */
export function document<T>(schema?: ZodType<T>): Column<T> {
  return {
    describe: (named) => ({
      type: DataTypes.TEXT('long'),
      allowNull: false,
      get(this: Model): unknown {
        const stored = this.getDataValue(named) as unknown;
        const read = typeof stored === 'string' ? (JSON.parse(stored) as unknown) : stored;
        return schema === undefined ? read : schema.parse(read);
      },
      set(this: Model, value: unknown): void {
        this.setDataValue(named, JSON.stringify(value));
      },
    }),
  };
}
