package tidemark.core.matching;

/**
 * A kind of movement and which way it goes: a deposit, and what came back of one.
 *
 * @param index from 0, below {@link #COUNT}
 */
record Movement(MovementKind kind, boolean out, int index) {
    static final int COUNT = 2 * MovementKind.values().length;
    private static final Movement[] ALL = new Movement[COUNT];

    static {
        for (MovementKind kind : MovementKind.values()) {
            for (boolean out : new boolean[] {false, true}) {
                int index = 2 * kind.ordinal() + (out ? 1 : 0);
                ALL[index] = new Movement(kind, out, index);
            }
        }
    }

    static Movement of(MovementKind kind, boolean out) {
        return ALL[2 * kind.ordinal() + (out ? 1 : 0)];
    }

    static Movement at(int index) {
        return ALL[index];
    }
}
