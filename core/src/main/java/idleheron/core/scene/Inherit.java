package idleheron.core.scene;

/** How a node takes over its parent's scale. R and S are rotations and scales of parent (P) and node (L). */
public enum Inherit {
    /** PR·LR·PS·LS: the parent's scale acts after the node's rotation. */
    ROTATE_THEN_SCALE,
    /** PR·PS·LR·LS: the plain product of matrices. */
    ORDINARY,
    /** PR·LR·LS: the parent's own scale is left out. */
    WITHOUT_PARENT_SCALE
}
