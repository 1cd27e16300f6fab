"""Kit as people have it at hand: a lens's name, a specification sheet's text, the class of a camera; read into documents."""
